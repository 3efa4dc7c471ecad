"""The skull and its tissue-depth pegs as pieces of a portrait, under the base head."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.anatomy.head import skull, skull_field
from yewfinch.core.anatomy.head.base_head import HEAD
from yewfinch.core.anatomy.head.skull import PEG_KEYS, PEG_ROWS, PlainSkull, SkullShaper, peg_rods, point_of, title_of
from yewfinch.core.document.model.edits import Edit, PieceChange
from yewfinch.core.document.model.piece import Piece, free_id
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.features.teeth.teeth import JAW
from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape import field_shapes, grid_net, quad_net
from yewfinch.core.shared.arrays import INDEX, ByteArray, DoubleArray
from yewfinch.core.shared.cache import cached, fingerprint
from yewfinch.core.shared.folders import cache_dir
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent

SKULL, PEGS = "skull", "pegs"
#: Pieces that are made from the base head and go along with it while they are see-through.
UNDER = (SKULL, PEGS)
#: sRGB with alpha.
_BONE, _PEG = (232, 224, 204, 255), (201, 138, 22, 255)
_MADE_BY = (skull, skull_field, field_shapes, quad_net, grid_net)
#: Clay is looked for no further than this before a peg's outer end, mm.
_BEFORE = 25.0


@dataclass(frozen=True)
class Depth:
    """One peg, and what stands over it.

    Attributes
    ----------
    key, title : str
    published : float
        The depth at this age, mm.
    now : float or None
        From the bone to the surface of the clay, along the peg, mm; None where no clay is.
    """

    key: str
    title: str
    published: float
    now: float | None


def at_hand() -> bool:
    """Whether the plain skull is there; else `plain_skull` takes some seconds."""
    return _key() in _HELD


def plain_skull(progress: Progress = silent) -> PlainSkull:
    """The plain skull, from the cache if its generator has not changed since."""
    if _key() not in _HELD:

        def make() -> Mapping[str, np.ndarray]:
            made = skull.make_skull(progress)
            return {"positions": made.positions, "faces": made.faces, "jaw": made.jaw}

        arrays = cached("skull", fingerprint(_MADE_BY), make)
        positions, faces = np.asarray(arrays["positions"], np.float64), np.asarray(arrays["faces"], INDEX)
        made = PlainSkull(positions, faces, np.asarray(arrays["jaw"], bool))
        _HELD.clear()
        _HELD[_key()] = made
    return _HELD[_key()]


_HELD: dict[str, PlainSkull] = {}


def _key() -> str:
    return f"{cache_dir()}/{fingerprint(_MADE_BY)}"


def pieces(
    skin: Surface, landmarks: Mapping[str, DoubleArray], rest: Mapping[str, DoubleArray], age: float
) -> dict[str, Piece]:
    """Skull and pegs under a head, see-through.

    Parameters
    ----------
    skin : Surface
        Of the head at rest.
    landmarks, rest : mapping of key to (3,) mm
        Of it and of the plain head.
    age : float
        Years.
    """
    plain = plain_skull()
    at, pegs = SkullShaper(plain, rest).shape(skin, landmarks, age)
    rods, faces, on_jaw = peg_rods(pegs)
    jaws = {SKULL: plain.jaw, PEGS: on_jaw}
    surfaces = {
        SKULL: Surface(at, plain.faces, _coloured(_BONE, len(at))),
        PEGS: Surface(rods, faces, _coloured(_PEG, len(rods))),
    }
    names = {SKULL: "Skull", PEGS: "Tissue-depth pegs"}
    return {
        k: Piece(k, names[k], surfaces[k], see_through=True, regions={JAW: np.where(jaws[k], 255, 0).astype(np.uint8)})
        for k in UNDER
    }


def _coloured(rgba: tuple[int, int, int, int], n: int) -> ByteArray:
    return np.tile(np.array(rgba, np.uint8), (n, 1))


def guides(portrait: Portrait) -> dict[str, Piece]:
    """The skull and pegs that go along with the base head: those that are see-through."""
    held = {k: portrait.pieces[k] for k in UNDER if k in portrait.pieces}
    return {k: p for k, p in held.items() if p.see_through and JAW in p.regions}


def carried(portrait: Portrait) -> dict[str, Piece]:
    """What head and jaw carry in a pose: skull and pegs, and the teeth in the base head's mouth."""
    teeth = {
        k: p for k, p in portrait.pieces.items() if p.teeth is not None and p.teeth.clay == HEAD and JAW in p.regions
    }
    return {**guides(portrait), **teeth}


def as_clay(portrait: Portrait, piece: str) -> Edit:
    """Turn a guide into clay that tools can work on; it no longer goes along with the base head.

    The clay is a piece of its own id, so that a fresh guide does not take its place.
    """
    held = portrait.pieces[piece]
    clay = replace(held, id=free_id(portrait.ids_taken(), phrase("{0} clay", piece)), see_through=False)
    return Edit(phrase("{0} as clay", held.name), (PieceChange(held, None), PieceChange(None, clay)))


def pegs(portrait: Portrait) -> dict[str, DoubleArray]:
    """Bone and skin end of each peg as it stands, (2, 3) mm; empty if there are none."""
    held = guides(portrait).get(PEGS)
    if held is None or len(held.surface) != PEG_ROWS * len(PEG_KEYS):
        return {}
    rods = held.surface.positions.reshape(len(PEG_KEYS), PEG_ROWS, 3)
    return {k: rod[-2:].astype(np.float64) for k, rod in zip(PEG_KEYS, rods, strict=True)}


def depths(portrait: Portrait) -> list[Depth]:
    """What stands over each peg: the published depth and that of all clay in sight."""
    figure, standing = portrait.figure, pegs(portrait)
    if figure is None:
        return []
    clay = [p.surface for p in portrait.pieces.values() if p.visible and not p.see_through]
    out = []
    for key, (bone, skin) in standing.items():
        way = (skin - bone) / np.linalg.norm(skin - bone)
        hits = [pick(surface, skin + _BEFORE * way, -way) for surface in clay]
        far = [float((h.point - bone) @ way) for h in hits if h is not None]
        now = max(far) if far and max(far) > 0 else None
        out.append(Depth(key, title_of(key), point_of(key).in_age(figure.person.age), now))
    return out
