"""A piece remeshed with quads along its form: colours, masks, regions, landmarks and lines go along."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, FieldChange, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.carrying import dressed, let_go, tied
from yewfinch.core.document.verbs.detail_levels import with_state
from yewfinch.core.document.verbs.fusing import usable_clay
from yewfinch.core.document.verbs.telling import told
from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.mesh.surface.sparse_rows import SparseRows
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.field_aligned.along_form import GREATEST, LEAST, along_form
from yewfinch.core.reshape.fuse import origins
from yewfinch.core.reshape.wrap import lay
from yewfinch.core.sculpt.form_layers import FormLayer, Stack
from yewfinch.core.shared.arrays import INDEX, DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, part, silent

#: Name of the layer that holds what a remesh would lose.
DETAIL = "Detail before the remesh"
#: Stands for masked clay among the names of regions.
MASKED = "*masked"


@dataclass(frozen=True)
class Layout:
    """How quads are to lie.

    Attributes
    ----------
    edge : float, mm
        Length of their edges.
    bent : float
        0 to 1: how much shorter edges get where the form bends within their length.
    where : str
        A region, or `MASKED`, where edges have another length; empty for nowhere.
    there : float, mm
        That length.
    follow_face : bool
        Quads follow the lines of the face that lie on the piece; guides are followed always.
    """

    edge: float
    bent: float = 0.0
    where: str = ""
    there: float = 0.0
    follow_face: bool = True


def remesh(portrait: Portrait, piece: str, layout: Layout, progress: Progress = silent) -> Edit:
    """Make a piece of quads along its form.

    Raises
    ------
    YewfinchError
        If the piece may not be changed, or a length makes no sense.
    """
    held = usable_clay(portrait, piece)
    made = dressed(_made(portrait, held, layout, part(progress, 0.0, 0.85)), [held], held)
    progress(0.9, "carrying landmarks over")
    changes: list[Change] = [*let_go(portrait, [piece]), PieceChange(held, made), *tied(portrait, {piece: made})]
    edit = Edit(phrase("Remesh {0} along its form", held.name), tuple(changes))
    return told(portrait, edit, part(progress, 0.92, 1.0))


def remesh_with_detail(portrait: Portrait, piece: str, layout: Layout, count: int, progress: Progress = silent) -> Edit:
    """Remesh a piece with levels on top, the finest of which holds, as a form layer, what the even surface lacks of the
    old one.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    layout : Layout
        Of the coarsest level.
    count : int
        Levels on top of it.
    progress : Progress

    Returns
    -------
    Edit
        The layer is named `DETAIL`; at no strength the finest level is the coarse surface subdivided.

    Raises
    ------
    YewfinchError
        As `remesh`, or if so many levels would be too large.
    """
    held = usable_clay(portrait, piece)
    even = dressed(_made(portrait, held, layout, part(progress, 0.0, 0.5)), [held], held)
    state = levels.begun(even.surface, even.regions)
    for number in range(count):
        progress(0.5 + 0.2 * number / count, "adding levels")
        state = levels.added(state)
    progress(0.7, "keeping the detail")
    own, rows = state.surface, np.arange(len(state.surface), dtype=INDEX)
    plain = own.positions.copy()
    old = held.surface
    tree, aims = NearestTree(old.positions, old.triangles()), (old.positions.astype(float), old.normals.astype(float))
    for _ in range(3):
        lay(own, tree, 3.0 * layout.edge / 2**count, aims)
    layer = FormLayer("layer1", DETAIL, SparseRows().with_rows(rows, own.positions.astype(np.float64) - plain))
    stack = Stack(own.faces, count, SparseRows().with_rows(rows, plain), (layer,))
    own.set_rows(rows, stack.form(rows))
    progress(0.9, "carrying colours over")
    own.wear(origins(own.positions, [old]).channels([old]))
    made = replace(with_state(even, state), texture=None)
    rest = {k: v for k, v in portrait.layers.items() if k != piece}
    changes = [
        *let_go(portrait, [piece]),
        PieceChange(held, made),
        FieldChange("layers", portrait.layers, {**rest, piece: (stack,)}, layer.steps.size + stack.base.size),
    ]
    edit = Edit(phrase("Remesh {0}, detail kept", held.name), (*changes, *tied(portrait, {piece: made})))
    return told(portrait, edit, part(progress, 0.93, 1.0))


def _made(portrait: Portrait, held: Piece, layout: Layout, progress: Progress) -> Surface:
    lines = portrait.guides_on(held.id)
    if layout.follow_face:
        found = [portrait.line(k) for k, line in portrait.lines.items() if {a.piece for a in line} == {held.id}]
        lines += [line for line in found if line is not None]
    return along_form(
        held.surface,
        layout.edge,
        lines=lines,
        times=_times(held, layout),
        bent=layout.bent,
        progress=progress,
    )


def _times(held: Piece, layout: Layout) -> DoubleArray | None:
    """What the length of edges is multiplied by at each vertex.

    Raises
    ------
    YewfinchError
        If the other length is too far from the usual one.
    """
    if not layout.where or not layout.there:
        return None
    if layout.where == MASKED:
        member = held.surface.mask[:, 0]
    elif layout.where in held.regions:
        member = held.regions[layout.where]
    else:
        return None
    ratio = layout.there / layout.edge
    if not LEAST <= ratio <= GREATEST:
        raise YewfinchError(
            phrase(
                "Edges of {0:g} mm beside edges of {1:g} mm cannot be joined. From {2:.2g} to {3:.2g} mm can.",
                layout.there,
                layout.edge,
                LEAST * layout.edge,
                GREATEST * layout.edge,
            )
        )
    return np.asarray(ratio ** (member / 255.0))
