"""What is done with whole pieces: copied, mirrored, named, split into loose parts, brought together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from yewfinch.core.document.edits import Edit, PieceChange
from yewfinch.core.document.piece import Piece, free_id
from yewfinch.core.document.portrait import Portrait
from yewfinch.core.mesh.parts import loose_parts
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.reshape.solid import Solid
from yewfinch.core.shared.arrays import INDEX
from yewfinch.core.shared.errors import YewfinchError

#: Loose parts that a piece is split into at most.
MOST_PARTS = 200
#: Letters of a name.
LONGEST = 80


def rename(portrait: Portrait, piece: str, name: str) -> Edit:
    """Give a piece another name.

    Raises
    ------
    YewfinchError
        If the name is empty or too long.
    """
    held, name = portrait.pieces[piece], " ".join(name.split())
    if not 0 < len(name) <= LONGEST:
        raise YewfinchError(f"A name needs 1 to {LONGEST} letters.")
    return Edit(f"Rename {held.name}", (PieceChange(held, replace(held, name=name)),))


def duplicate(portrait: Portrait, piece: str) -> tuple[Edit, str]:
    """A second piece like this one, in the same place. Landmarks stay on the first.

    Returns
    -------
    Edit
    str
        Id of the copy.
    """
    held = portrait.pieces[piece]
    key = free_id(portrait.pieces, _stem(held))
    copy = replace(held, id=key, name=f"{held.name} copy"[:LONGEST], surface=held.surface.copy(), locked=False, see_through=False)
    return Edit(f"Duplicate {held.name}", (PieceChange(None, copy),)), key


def mirror(portrait: Portrait, piece: str) -> tuple[Edit, str]:
    """A second piece on the other side of the midline, its mirror image.

    Returns
    -------
    Edit
    str
        Id of the image.

    Raises
    ------
    YewfinchError
        If the piece is an armature: it has its own mirror.
    """
    held = portrait.pieces[piece]
    if held.armature is not None:
        raise YewfinchError("An armature is mirrored in its own panel.")
    key = free_id(portrait.pieces, _stem(held))
    solid = None if held.solid is None else mirrored_solid(held.solid)
    surface = mirrored(held.surface)
    other = replace(
        held, id=key, name=f"{held.name}, other side"[:LONGEST], surface=surface, solid=solid, locked=False, see_through=False,
        texture=None, regions={k: v.copy() for k, v in held.regions.items()},
    )  # fmt: skip
    return Edit(f"Mirror {held.name}", (PieceChange(None, other),)), key


def mirrored(surface: Surface) -> Surface:
    """The mirror image of a surface across x = 0, row by row, its faces turned round."""
    faces = surface.faces[:, [0, 3, 2, 1]].copy()
    three = surface.faces[:, 2] == surface.faces[:, 3]
    faces[three] = surface.faces[three][:, [0, 2, 1, 1]]
    return Surface(surface.positions * np.array([-1, 1, 1], np.float32), faces, surface.colour, surface.mask)


def mirrored_solid(solid: Solid) -> Solid:
    """The solid whose form is the mirror image of this one's across x = 0."""
    x, y, z = solid.place
    a, b, c = solid.turn
    line = solid.line if solid.kind == "lathe" else tuple((-p[0], *p[1:]) for p in solid.line)
    return replace(solid, place=(-x, y, z), turn=(a, -b, -c), line=line)


def split(portrait: Portrait, piece: str) -> Edit:
    """Make a piece of each loose part; the largest keeps the piece's id, landmarks on others sleep.

    Raises
    ------
    YewfinchError
        If the piece is locked, no clay, in one part, or in more than `MOST_PARTS`.
    """
    held = _clay(portrait, piece)
    surface = held.surface
    label = loose_parts(surface.faces, len(surface))
    size = np.bincount(label)
    used = np.unique(label[surface.faces[:, 0]])
    if len(used) < 2:
        raise YewfinchError(f"{held.name} is in one part: there is nothing to split.")
    if len(used) > MOST_PARTS:
        raise YewfinchError(f"{held.name} is in {len(used):,} parts; more than {MOST_PARTS} are not made into pieces. Drop specks first.")
    changes: list[PieceChange] = []
    taken = dict(portrait.pieces)
    for number, part in enumerate(used[np.argsort(-size[used], kind="stable")]):
        rows = np.nonzero(label == part)[0]
        faces = np.searchsorted(rows, surface.faces[label[surface.faces[:, 0]] == part]).astype(INDEX)
        own = Surface(surface.positions[rows], faces, surface.colour[rows], surface.mask[rows])
        regions = {k: v[rows] for k, v in held.regions.items() if v[rows].any()}
        if number == 0:
            changes.append(PieceChange(held, replace(held, surface=own, regions=regions, texture=None)))
            continue
        key = free_id(taken, "clay")
        taken[key] = held
        changes.append(PieceChange(None, Piece(key, f"{held.name} {number + 1}"[:LONGEST], own, regions=regions)))
    return Edit(f"Split {held.name}", tuple(changes))


def merge(portrait: Portrait, pieces: Sequence[str]) -> Edit:
    """Bring pieces together in the first one, without fusing their surfaces; landmarks on others sleep.

    Raises
    ------
    YewfinchError
        If there are fewer than two, or one is locked or no clay.
    """
    if len(pieces) < 2:
        raise YewfinchError("Choose two pieces or more to bring them together.")
    held = [_clay(portrait, p) for p in pieces]
    firsts = np.cumsum([0, *(len(p.surface) for p in held)])
    n = int(firsts[-1])
    positions = np.concatenate([p.surface.positions for p in held])
    faces = np.concatenate([p.surface.faces + f for p, f in zip(held, firsts[:-1], strict=True)]).astype(INDEX)
    colour, mask = (np.concatenate([getattr(p.surface, c) for p in held]) for c in ("colour", "mask"))
    regions = {}
    for name in dict.fromkeys(k for p in held for k in p.regions):
        whole = np.zeros(n, np.uint8)
        for p, f in zip(held, firsts[:-1], strict=True):
            if name in p.regions:
                whole[f : f + len(p.surface)] = p.regions[name]
        regions[name] = whole
    # rows stay as they are, so that landmarks on the first piece keep theirs
    merged = replace(held[0], surface=Surface(positions, faces, colour, mask), regions=regions, texture=None)
    return Edit(f"Merge {len(held)} pieces", (PieceChange(held[0], merged), *(PieceChange(p, None) for p in held[:0:-1])))


def _clay(portrait: Portrait, piece: str) -> Piece:
    held = portrait.pieces[piece]
    if held.locked:
        raise YewfinchError(f"'{held.name}' is locked. Unlock it in the list of pieces.")
    if held.fixed:
        raise YewfinchError(f"'{held.name}' is no clay yet. Settle or clothe it first.")
    return held


def _stem(piece: Piece) -> str:
    return "solid" if piece.solid is not None else "armature" if piece.armature is not None else "clay"


