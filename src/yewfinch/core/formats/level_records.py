"""Detail levels of a piece as they are written: arrays only, as all nets but the coarsest follow from it."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.formats.archive import file_type
from yewfinch.core.mesh.levels.halfedges import Net, Rise, finer, net_of
from yewfinch.core.mesh.levels.levels import MOST_LEVELS, MOST_ROWS, Kept, Level, Levels
from yewfinch.core.mesh.surface.channel_spec import channel_specs
from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Arrays of one level: its member, width and type. `above` ones are what the next level belongs to.
MEMBER = "pieces/{}/level-{}-{}.npy"


def _parts() -> dict[str, tuple[int, str]]:
    """Width and type of the arrays of a level."""
    held = {"positions": (3, "<f4"), **{s.name: (s.width, file_type(s)) for s in channel_specs()}}
    return {**held, "since": (3, "<f4"), **{f"above-{k}": v for k, v in held.items()}}


def level_arrays(piece: Piece) -> dict[str, np.ndarray]:
    """Members and arrays of a piece's levels; none if it has none."""
    out: dict[str, np.ndarray] = {}
    if piece.levels is None:
        return out
    for number, level in enumerate(piece.levels.levels):

        def put(part: str, array: np.ndarray, dtype: str, number: int = number) -> None:
            out[MEMBER.format(piece.id, number, part)] = np.ascontiguousarray(array, dtype)

        if number == 0:
            put("faces", level.net.faces, "<i4")
        put("positions", level.kept.positions, "<f4")
        for spec in channel_specs():
            values = level.kept.channels[spec.name]
            if spec.always_saved or not spec.is_plain(values):
                put(spec.name, values, file_type(spec))
        if number:
            put("since", level.since, "<f4")
        if level.rise is not None:
            for part in ("positions", *(s.name for s in channel_specs())):
                now, was = _part(level.kept, part), _part(level.above, part)
                if now is not was and not np.array_equal(now, was):
                    put(f"above-{part}", was, _parts()[f"above-{part}"][1])
        names = list(level.kept.regions)
        if names:
            put("regions", np.stack([level.kept.regions[k] for k in names]), "u1")
    return out


def _part(kept: Kept, name: str) -> np.ndarray:
    return kept.positions if name == "positions" else np.asarray(kept.channels[name])


def level_manifest(piece: Piece) -> dict[str, Any] | None:
    """Levels as plain values."""
    if piece.levels is None:
        return None
    return {
        "current": piece.levels.current,
        "vertices": list(piece.levels.sizes),
        "regions": [list(v.kept.regions) for v in piece.levels.levels],
    }


def levels_of(
    record: Any,
    piece: Piece,
    read: Callable[[str, tuple[int, ...], str], np.ndarray | None],
    faces: Callable[[str], np.ndarray],
    name: str,
) -> Levels | None:
    """The levels of a piece.

    Parameters
    ----------
    record : LevelsRecord or None
    piece : Piece
        With the surface of its current level.
    read : callable (member, shape, dtype)
        An array, or None if there is none.
    faces : callable (member)
        The faces of the coarsest level.
    name : str
        Of the file.

    Raises
    ------
    BadFileError
        If the levels do not fit together.
    """
    if record is None:
        return None
    sizes = record.vertices
    if (
        not 1 < len(sizes) <= MOST_LEVELS
        or not 0 <= record.current < len(sizes)
        or not 0 < sizes[0] <= max(sizes) <= MOST_ROWS
        or len(record.regions) != len(sizes)
    ):
        raise BadFileError(phrase("{0} is damaged: '{1}' claims levels that cannot be.", name, piece.name))
    nets: list[tuple[Net, Rise | None]] = []
    coarsest = faces(MEMBER.format(piece.id, 0, "faces"))
    try:
        if coarsest.min() < 0 or coarsest.max() >= sizes[0]:
            raise YewfinchError("a face names a vertex that is not there")
        net = net_of(coarsest, sizes[0])
    except YewfinchError as error:
        raise BadFileError(
            phrase("{0} is damaged: the coarsest level of '{1}' is no surface ({2}).", name, piece.name, error)
        ) from error
    rise: Rise | None
    for number, size in enumerate(sizes):
        if net.n != size:
            raise BadFileError(
                phrase(
                    "{0} is damaged: level {1} of '{2}' has another size than its faces tell.",
                    name,
                    number + 1,
                    piece.name,
                )
            )
        if number + 1 < len(sizes):
            above, rise = finer(net)
            nets.append((net, rise))
            net = above
        else:
            nets.append((net, None))
    made = []
    for number, (own, rise) in enumerate(nets):

        def part(key: str, number: int = number, n: int = own.n) -> np.ndarray | None:
            width, dtype = _parts()[key]
            return read(MEMBER.format(piece.id, number, key), (n, width), dtype)

        at, since = part("positions"), part("since") if number else None
        held = {s.name: part(s.name) for s in channel_specs()}
        if (
            at is None
            or any(held[s.name] is None for s in channel_specs() if s.always_saved)
            or (number and since is None)
        ):
            raise BadFileError(
                phrase("{0} is damaged: level {1} of '{2}' is not all there.", name, number + 1, piece.name)
            )
        names = record.regions[number]
        table = read(MEMBER.format(piece.id, number, "regions"), (len(names), own.n), "u1") if names else None
        if names and (table is None or len(set(names)) != len(names)):
            raise BadFileError(
                phrase(
                    "{0} is damaged: regions of level {1} of '{2}' do not fit together.", name, number + 1, piece.name
                )
            )
        regions = {} if table is None else dict(zip(names, table, strict=True))
        if number == record.current:  # as they are on the piece: those told apart here would count as changed
            regions = {
                k: piece.regions.get(k, v) if np.array_equal(piece.regions.get(k, ()), v) else v
                for k, v in regions.items()
            }
        kept = Kept(at, Channels.plain(own.n).put(**{k: v for k, v in held.items() if v is not None}), regions)
        was = {key: part(f"above-{key}") for key in ("positions", *held)} if rise is not None else {}
        told = {k: v for k, v in was.items() if v is not None}
        above_kept = kept if not told else Kept(told.pop("positions", at), kept.channels.put(**told), regions)
        skeleton = piece.surface if number == record.current else None
        made.append(
            Level(
                own, rise, kept, above_kept, at if since is None or np.array_equal(since, at) else since, None, skeleton
            )
        )
    here = nets[record.current][0]
    if here.n != len(piece.surface) or not np.array_equal(
        Surface(piece.surface.positions, here.faces).faces, piece.surface.faces
    ):
        raise BadFileError(phrase("{0} is damaged: '{1}' stands on none of its levels.", name, piece.name))
    return Levels(tuple(made), record.current, piece.surface.faces)
