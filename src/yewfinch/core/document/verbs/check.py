"""Is a portrait sound? Looks deeper than opening it does."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.repair.parts import used_rows
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.photo import decode


def problems(portrait: Portrait) -> list[str]:
    """What is wrong, one sentence each; empty if the portrait is sound."""
    out: list[str] = []
    for piece in portrait.pieces.values():
        surface = piece.surface
        if not np.isfinite(surface.positions).all():
            out.append(phrase("{0}: some positions are not numbers.", piece.name))
        unused = len(surface) - len(used_rows(surface.faces, len(surface))[0])
        if unused:
            out.append(phrase("{0}: {1} vertices belong to no face.", piece.name, unused))
        rim = int((surface.closed == 0).sum()) - unused
        if rim > 0:
            out.append(phrase("{0}: the surface is open or not manifold at {1} vertices.", piece.name, rim))
        f = surface.faces
        same = (f[:, 0] == f[:, 1]) | (f[:, 1] == f[:, 2]) | (f[:, 0] == f[:, 2]) | (f[:, 3] == f[:, 0])
        if same.any():
            out.append(phrase("{0}: {1} faces use a vertex twice.", piece.name, int(same.sum())))
    for key, anchor in portrait.anchors.items():
        if key not in LANDMARKS:
            out.append(phrase("The landmark '{0}' is not known.", key))
        if abs(sum(anchor.weights) - 1.0) > 1e-3:
            out.append(phrase("The landmark '{0}' has weights that do not add up to one.", key))
    for key, line in portrait.lines.items():
        if key not in CURVES:
            out.append(phrase("The line '{0}' is not known.", key))
        if any(abs(sum(a.weights) - 1.0) > 1e-3 for a in line):
            out.append(phrase("The line '{0}' has weights that do not add up to one.", key))
    for number, guide in enumerate(portrait.guides, 1):
        if len(guide) < 2 or any(abs(sum(a.weights) - 1.0) > 1e-3 for a in guide):
            out.append(phrase("Guide {0} is no line on the clay.", number))
    solution = portrait.sitter.solution
    if solution is not None and np.linalg.eigvalsh(solution.covariance).min() < -1e-3:
        out.append("The solved sitter's uncertainty is no covariance: solve again.")
    for photo in portrait.sitter.photos:
        places = [*photo.curves.values(), *((s[:2], s[2:]) for s in photo.spans.values())]
        if not np.isfinite([v for points in places for q in points for v in q]).all():
            out.append(phrase("The photo '{0}' has a line with places that are no numbers.", photo.name))
        try:
            h, w, _ = decode(portrait.sitter.files[photo.file], photo.name).shape
        except BadFileError as error:
            out.append(str(error))
            continue
        if (w, h) != (photo.width, photo.height):
            out.append(
                phrase(
                    "The photo '{0}' is {1} x {2} pixels, noted as {3} x {4}.",
                    photo.name,
                    w,
                    h,
                    photo.width,
                    photo.height,
                )
            )
        for key, (x, y) in photo.marks.items():
            if not (0 <= x <= photo.width and 0 <= y <= photo.height):
                out.append(phrase("The photo '{0}' has its mark '{1}' outside the picture.", photo.name, key))
    return out
