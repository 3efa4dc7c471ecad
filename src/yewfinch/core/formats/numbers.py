"""All numbers of a comparison as CSV, for a spreadsheet."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable

from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.sitter.compare import Compared
from yewfinch.core.sitter.likeness import Likeness
from yewfinch.core.sitter.outlines import Gap
from yewfinch.core.sitter.photo import Sitter

COLUMNS = (
    "kind",
    "key",
    "title",
    "photo",
    "sitter",
    "clay",
    "difference",
    "spread",
    "unit",
    "significant",
    "left_mm",
    "up_mm",
    "forward_mm",
)


def comparison_csv(sitter: Sitter, found: Likeness | None, gaps: Iterable[Gap], compared: Iterable[Compared]) -> bytes:
    """Landmarks, lines, photos and measures, one line each.

    Parameters
    ----------
    sitter : Sitter
    found : Likeness or None
    gaps : Gap
    compared : Compared

    Returns
    -------
    bytes
        UTF-8 with a header line; an empty cell where there is no value.
    """
    out = io.StringIO(newline="")
    writer = csv.DictWriter(out, COLUMNS, restval="")
    writer.writeheader()
    names = {p.id: p.name for p in sitter.photos}
    if found is not None:
        writer.writerow(
            {"kind": "overall", "title": "root mean square offset", "difference": f"{found.overall:.3f}", "unit": "mm"}
        )
        left_out = found.alignment.scale != 1.0
        writer.writerow({
            "kind": "size", "key": "left out" if left_out else "counts", "title": "clay over sitter",
            "difference": "" if left_out else f"{found.size:.4f}",
        })  # fmt: skip
        for region, (mm, _n) in found.regions.items():
            writer.writerow({"kind": "region", "key": region, "title": region, "difference": f"{mm:.3f}", "unit": "mm"})
        for o in found.offsets:
            writer.writerow({
                "kind": "landmark", "key": o.key, "title": LANDMARKS[o.key].plain,
                "photo": " ".join(names.get(p, p) for p in o.photos), "difference": f"{o.size:.3f}",
                "spread": f"{o.along:.3f}", "unit": "mm", "significant": "yes" if o.significant else "no",
                "left_mm": f"{o.vector[0]:.3f}", "up_mm": f"{o.vector[1]:.3f}", "forward_mm": f"{o.vector[2]:.3f}",
            })  # fmt: skip
    for g in gaps:
        writer.writerow({
            "kind": "line", "key": g.key, "title": CURVES[g.key].plain, "photo": names.get(g.photo, g.photo),
            "difference": f"{g.rms:.3f}", "unit": "mm",
        })  # fmt: skip
    for c in compared:
        both = c.sitter is not None and c.clay is not None
        writer.writerow({
            "kind": "measure", "key": c.measure.key, "title": c.measure.title,
            "sitter": "" if c.sitter is None else f"{c.sitter:.3f}", "clay": "" if c.clay is None else f"{c.clay:.3f}",
            "difference": f"{(c.clay or 0) - (c.sitter or 0):.3f}" if both else "",
            "spread": "" if c.spread is None else f"{c.spread:.3f}", "unit": c.measure.unit,
            "significant": "yes" if c.significant else "no",
        })  # fmt: skip
    if sitter.solution is not None:
        for f in sitter.solution.fits:
            writer.writerow(
                {
                    "kind": "photo",
                    "key": f.photo,
                    "title": names.get(f.photo, f.photo),
                    "photo": names.get(f.photo, f.photo),
                    "difference": f"{f.rms:.3f}",
                    "unit": "px",
                    "spread": f"{f.turn_spread:.3f}",
                }
            )
    return out.getvalue().encode()
