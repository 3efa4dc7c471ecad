"""What is done with whole pieces: copied, mirrored, named, split into loose parts, brought together."""

from __future__ import annotations

from collections.abc import Container, Mapping, Sequence
from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, FieldChange, PieceChange
from yewfinch.core.document.model.follow import MIRRORED, Follow, FollowKind, round_axis
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.piece import Piece, free_id
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.carrying import anchors_on, let_go, retied
from yewfinch.core.features.eyes.eye import mirrored as mirrored_eye
from yewfinch.core.features.eyes.eye_form import eye_as_it_stands
from yewfinch.core.features.eyes.eye_form import surface_of as eye_surface
from yewfinch.core.mesh.repair.parts import loose_parts
from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.unfold import CornerPlaces
from yewfinch.core.reshape.solid import Solid
from yewfinch.core.shared.arrays import INDEX
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.skin.paint_transfer import same_net

#: Loose parts that a piece is split into at most.
MOST_PARTS = 200
#: Copies in one ring.
MOST_COPIES = 60
#: Letters of a name.
LONGEST = 80


def rename(portrait: Portrait, piece: str, name: str) -> Edit:
    """Give a piece another name.

    Raises
    ------
    YewfinchError
        If the name is empty or too long.
    """
    held, name = portrait.pieces[piece], in_a_row(" ", name.split())
    if not 0 < len(name) <= LONGEST:
        raise YewfinchError(phrase("A name needs 1 to {0} letters.", LONGEST))
    return Edit(phrase("Rename {0}", held.name), (PieceChange(held, replace(held, name=name)),))


def duplicate(portrait: Portrait, piece: str) -> tuple[Edit, str]:
    """A second piece like this one with its levels, in the same place. Landmarks and layers stay on the first.

    Returns
    -------
    Edit
    str
        Id of the copy.
    """
    held = portrait.pieces[piece]
    key = free_id(portrait.ids_taken(), _stem(held))
    surface = held.surface.copy()
    levels = None if held.levels is None else held.levels.copied(surface)
    copy = replace(
        held,
        id=key,
        name=phrase("{0} copy", held.name)[:LONGEST],
        surface=surface,
        levels=levels,
        locked=False,
        see_through=False,
        follows=None,
        lids=None,
        lids_of="",
        teeth=None,
        corners=None if held.corners is None else CornerPlaces(surface.faces, held.corners.uv),
        painting=None if held.painting is None else same_net(held.painting.still(), held.surface, surface),
    )
    return Edit(phrase("Duplicate {0}", held.name), (PieceChange(None, copy),)), key


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
    key = free_id(portrait.ids_taken(), _stem(held))
    solid = None if held.solid is None else mirrored_solid(held.solid)
    eye = None if held.eye is None else mirrored_eye(eye_as_it_stands(held.eye, held.surface.positions))
    surface = mirrored(held.surface) if eye is None else eye_surface(eye)
    other = replace(
        held,
        id=key,
        name=phrase("{0}, other side", held.name)[:LONGEST],
        surface=surface,
        solid=solid,
        eye=eye,
        lids=None,
        lids_of="",
        teeth=None,
        locked=False,
        see_through=False,
        follows=None,
        texture=None,
        regions={k: v.copy() for k, v in held.regions.items()},
    )
    return Edit(phrase("Mirror {0}", held.name), (PieceChange(None, other),)), key


def mirrored(surface: Surface) -> Surface:
    """The mirror image of a surface across x = 0, row by row, its faces turned round."""
    return surface.turned(surface.positions * np.array([-1, 1, 1], np.float32))


def mirrored_solid(solid: Solid) -> Solid:
    """The solid whose form is the mirror image of this one's across x = 0."""
    x, y, z = solid.place
    a, b, c = solid.turn
    line = solid.line if solid.kind == "lathe" else tuple((-p[0], *p[1:]) for p in solid.line)
    return replace(solid, place=(-x, y, z), turn=(a, -b, -c), line=line)


def split(portrait: Portrait, piece: str) -> Edit:
    """Make a piece of each loose part; the largest keeps the piece's id, landmarks go along.

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
        raise YewfinchError(phrase("{0} is in one part: there is nothing to split.", held.name))
    if len(used) > MOST_PARTS:
        raise YewfinchError(
            phrase(
                "{0} is in {1} parts; more than {2} are not made into pieces. Drop specks first.",
                held.name,
                grouped(len(used)),
                MOST_PARTS,
            )
        )
    changes: list[Change] = []
    taken = portrait.ids_taken()
    place, owner = np.zeros(len(surface), np.int64), {}
    for number, part in enumerate(used[np.argsort(-size[used], kind="stable")]):
        rows = np.nonzero(label == part)[0]
        faces = np.searchsorted(rows, surface.faces[label[surface.faces[:, 0]] == part]).astype(INDEX)
        own = Surface(surface.positions[rows], faces, channels=surface.channels.at(rows))
        regions = {k: v[rows] for k, v in held.regions.items() if v[rows].any()}
        place[rows] = np.arange(len(rows))
        owner[int(part)] = piece
        if number == 0:
            changes.append(PieceChange(held, replace(held, surface=own, regions=regions, texture=None)))
            continue
        key = free_id(taken, "clay")
        taken.add(key)
        owner[int(part)] = key
        changes.append(
            PieceChange(None, Piece(key, phrase("{0} {1}", held.name, number + 1)[:LONGEST], own, regions=regions))
        )
    new = {}
    for a in anchors_on(portrait, (piece,)):
        part, (one, two, three) = int(label[a.corners[0]]), a.corners
        new[a] = replace(a, piece=owner[part], corners=(int(place[one]), int(place[two]), int(place[three])))
    return Edit(phrase("Split {0}", held.name), (*changes, *retied(portrait, new)))


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
    channels = Channels.joined([p.surface.channels for p in held])
    regions = {}
    for name in dict.fromkeys(k for p in held for k in p.regions):
        whole = np.zeros(n, np.uint8)
        for p, f in zip(held, firsts[:-1], strict=True):
            if name in p.regions:
                whole[f : f + len(p.surface)] = p.regions[name]
        regions[name] = whole
    # rows stay as they are, so that landmarks on the first piece keep theirs
    merged = replace(held[0], surface=Surface(positions, faces, channels=channels), regions=regions, texture=None)
    gone = held[:0:-1]
    return Edit(
        phrase("Merge {0} pieces", len(held)),
        (*let_go(portrait, [p.id for p in gone]), PieceChange(held[0], merged), *(PieceChange(p, None) for p in gone)),
    )


def twin(portrait: Portrait, piece: str) -> tuple[Edit, str]:
    """A live mirror image across the midline: whatever is done to the piece shows on it, until it is settled.

    Returns
    -------
    Edit
    str
        Id of the twin.

    Raises
    ------
    YewfinchError
        If the piece follows another itself, or has a twin.
    """
    held = portrait.pieces[piece]
    _may_lead(held)
    if any(p.follows is not None and p.follows.kind == "twin" for p in portrait.followers(piece)):
        raise YewfinchError(phrase("'{0}' has a twin already.", held.name))
    return Edit(
        phrase("Twin of {0}", held.name),
        (
            PieceChange(
                None, made := _follower(portrait.ids_taken(), held, MIRRORED, "twin", phrase("{0}, twin", held.name))
            ),
        ),
    ), made.id


def ring(
    portrait: Portrait, piece: str, count: int, axis: int, centre: tuple[float, float, float] = (0.0, 0.0, 0.0)
) -> Edit:
    """Live copies round an axis, so that there are so many together; an earlier ring of the piece goes.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    count : int
        With the piece itself; 1 takes the ring away.
    axis : int
        0 across, 1 up, 2 forward.
    centre : three floats, mm
        A point of the axis.

    Raises
    ------
    YewfinchError
        If the piece follows another itself, or the count makes no sense.
    """
    held = portrait.pieces[piece]
    _may_lead(held)
    if not 1 <= count <= MOST_COPIES:
        raise YewfinchError(phrase("{0} copies make no sense; 1 to {1} do.", count, MOST_COPIES))
    gone = [p for p in portrait.followers(piece) if p.follows is not None and p.follows.kind == "ring"]
    changes = [PieceChange(p, None) for p in gone[::-1]]
    taken = portrait.ids_taken() - {p.id for p in gone}
    for k in range(1, count):
        made = _follower(
            taken,
            held,
            round_axis(axis, centre, 360.0 * k / count),
            "ring",
            phrase("{0}, {1} of {2}", held.name, k + 1, count),
        )
        taken.add(made.id)
        changes.append(PieceChange(None, made))
    if not changes:
        raise YewfinchError("One copy is the piece itself. Ask for two or more.")
    return Edit(
        phrase("Ring of {0}: {1}", count, held.name) if count > 1 else phrase("No ring of {0}", held.name),
        tuple(changes),
    )


def settle(portrait: Portrait, pieces: Sequence[str]) -> Edit:
    """Let followers stand for themselves; of a solid's, they become clay.

    Raises
    ------
    YewfinchError
        If none of the pieces follows another.
    """
    held = [p for p in (portrait.pieces[k] for k in pieces) if p.follows is not None]
    if not held:
        raise YewfinchError("None of these follows another piece.")
    changes = tuple(PieceChange(p, replace(p, follows=None, surface=p.surface.copy())) for p in held)
    return Edit(
        phrase("Settle {0}", held[0].name) if len(held) == 1 else phrase("Settle {0} pieces", len(held)), changes
    )


def remove(portrait: Portrait, pieces: Sequence[str]) -> Edit:
    """Take pieces out; what followed them stands for itself, landmarks on them sleep.

    Raises
    ------
    YewfinchError
        If one is locked.
    """
    held = [portrait.pieces[k] for k in pieces]
    for piece in held:
        if piece.locked:
            raise YewfinchError(phrase("'{0}' is locked. Unlock it in the list of pieces.", piece.name))
    changes = [*let_go(portrait, pieces), *(PieceChange(p, None) for p in held[::-1])]
    return Edit(
        phrase("Remove {0}", held[0].name) if len(held) == 1 else phrase("Remove {0} pieces", len(held)), tuple(changes)
    )


def group(portrait: Portrait, pieces: Sequence[str], name: str) -> Edit:
    """Put pieces into a group, or with an empty name out of theirs; they are listed together.

    Raises
    ------
    YewfinchError
        If the name is too long, or nothing would change.
    """
    name = in_a_row(" ", name.split())
    if len(name) > LONGEST:
        raise YewfinchError(phrase("A name needs 1 to {0} letters.", LONGEST))
    held = [p for p in (portrait.pieces[k] for k in pieces) if p.group != name]
    if not held:
        raise YewfinchError("These pieces are in that group already." if name else "These pieces are in no group.")
    changes: list[Change] = [PieceChange(p, replace(p, group=name)) for p in held]
    after = {k: name if k in pieces else p.group for k, p in portrait.pieces.items()}
    now = gathered(portrait.order, after)
    if now != portrait.order:
        changes.append(FieldChange("order", portrait.order, now))
    return Edit(phrase("Group {0}", name) if name else "Ungroup", tuple(changes))


def gathered(order: Sequence[str], groups: Mapping[str, str]) -> tuple[str, ...]:
    """An order in which pieces of one group follow each other, where the first of them stands."""
    out: list[str] = []
    for key in order:
        if key in out:
            continue
        own = groups.get(key, "")
        out += [k for k in order if groups.get(k, "") == own and k not in out] if own else [key]
    return tuple(out)


def arrange(portrait: Portrait, order: Sequence[str], groups: Mapping[str, str]) -> Edit | None:
    """List pieces in another order and in other groups; None if nothing changes.

    Parameters
    ----------
    portrait : Portrait
    order : sequence of ids
    groups : mapping of id to name of group
        For those that change it.
    """
    changes: list[Change] = [
        PieceChange(p, replace(p, group=groups[k]))
        for k, p in portrait.pieces.items()
        if k in groups and groups[k] != p.group
    ]
    now = gathered(
        [k for k in order if k in portrait.pieces], {k: groups.get(k, p.group) for k, p in portrait.pieces.items()}
    )
    if now != portrait.order:
        changes.append(FieldChange("order", portrait.order, now))
    return Edit("Arrange pieces", tuple(changes)) if changes else None


def _may_lead(piece: Piece) -> None:
    if piece.follows is not None:
        raise YewfinchError(phrase("'{0}' follows another piece itself. Settle it first.", piece.name))
    if piece.see_through:
        raise YewfinchError(phrase("'{0}' is a guide and has no copies.", piece.name))


def _follower(taken: Container[str], held: Piece, matrix: tuple[float, ...], kind: FollowKind, name: str) -> Piece:
    follows = Follow(held.id, matrix, kind)
    return Piece(
        free_id(taken, "clay"), name[:LONGEST], follows.surface(held.surface), group=held.group, follows=follows
    )


def _clay(portrait: Portrait, piece: str) -> Piece:
    held = portrait.pieces[piece]
    see_unlocked(portrait, held)
    if held.fixed:
        word = "follows another piece" if held.follows is not None else "is no clay yet"
        raise YewfinchError(phrase("'{0}' {1}. Settle or clothe it first.", held.name, word))
    return held


def _stem(piece: Piece) -> str:
    return "solid" if piece.solid is not None else "armature" if piece.armature is not None else "clay"
