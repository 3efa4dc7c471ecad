"""Colour layers of a piece as they are written."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Literal

import msgspec
import numpy as np

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs.painting import MOST
from yewfinch.core.formats.records import as_record
from yewfinch.core.shared.arrays import LEAF_ROWS
from yewfinch.core.shared.bounds import Count, Id, Name, Real
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.skin.adjusting import STRAIGHT, Adjustment, Curve
from yewfinch.core.skin.colour_layer import CLEAR, DEPTH, EVEN, MODES, OPEN, ColourLayer
from yewfinch.core.skin.colour_layers import Painting, ground_roughness
from yewfinch.core.skin.grain import grain_of
from yewfinch.core.skin.qualities import CARRIERS, DEEPEST, QUALITIES, SHALLOWEST
from yewfinch.core.skin.sheet import Sheet

#: The leaves of samples that a sheet is kept at, and the values there.
LEAVES, VALUES = "pieces/{}/paint-{}-leaves.npy", "pieces/{}/paint-{}.npy"

#: Reads a member of a width and type, of any length; None if there is none.
Read = Callable[[str, int, str], np.ndarray | None]


class AdjustmentRecord(msgspec.Struct):
    """Settings of an adjustment as they are written."""

    brightness: Real = 1.0
    contrast: Real = 1.0
    saturation: Real = 1.0
    hue: Real = 0.0
    grey: tuple[Real, Real, Real] = (0.5, 0.5, 0.5)
    curves: tuple[Curve, Curve, Curve] = (STRAIGHT, STRAIGHT, STRAIGHT)


class ColourLayerRecord(msgspec.Struct):
    """One colour layer as it is written."""

    id: Id
    name: Name
    kind: Literal["paint", "pigment", "fill", "adjust", "group"] = "paint"
    opacity: Real = 1.0
    mode: Name = "normal"
    visible: bool = True
    locked: bool = False
    clip: bool = False
    masked: bool = False
    parent: Name = ""
    colour: tuple[int, int, int] | None = None
    adjustment: AdjustmentRecord | None = None
    values: dict[str, tuple[int, int]] = msgspec.field(default_factory=dict)
    depth: Real = DEPTH


class PaintingRecord(msgspec.Struct):
    """The colour layers of a piece as they are written, the uppermost first."""

    steps: Count
    samples: Count
    layers: tuple[ColourLayerRecord, ...] = ()


def paint_manifest(piece: Piece) -> dict[str, Any] | None:
    """Colour layers as plain values."""
    painting = piece.painting
    if painting is None:
        return None
    layers = []
    for v in painting.layers:
        entry: dict[str, Any] = {
            "id": v.id, "name": v.name, "kind": v.kind, "opacity": v.opacity, "mode": v.mode, "visible": v.visible,
            "locked": v.locked, "clip": v.clip, "masked": v.mask is not None, "parent": v.parent,
        }  # fmt: skip
        if v.kind == "fill":
            entry["colour"] = [int(c) for c in v.sheet.plain[:3]]
        if v.kind == "adjust":
            entry["adjustment"] = as_record(v.adjustment)
        if v.values:
            entry["values"] = {k: [int(b) for b in s.plain] for k, s in v.values.items()}
            entry["depth"] = v.depth
        layers.append(entry)
    return {"steps": painting.grain.steps, "samples": painting.grain.count, "layers": layers}


def paint_arrays(piece: Piece) -> dict[str, np.ndarray]:
    """Members and arrays of a piece's colour layers."""
    out: dict[str, np.ndarray] = {}
    for v in () if piece.painting is None else piece.painting.layers:
        sheets = {v.id: v.sheet} if v.kind in ("paint", "pigment") else {}
        if v.mask is not None:
            sheets[f"{v.id}-mask"] = v.mask
        sheets |= {f"{v.id}-{name}": s for name, s in v.values.items()}
        for key, sheet in sheets.items():
            leaves, values = sheet.table()
            out[LEAVES.format(piece.id, key)] = np.ascontiguousarray(leaves[:, None], "<i4")
            out[VALUES.format(piece.id, key)] = np.ascontiguousarray(values, "u1")
    return out


def painting_of(record: PaintingRecord | None, piece: Piece, read: Read, name: str) -> Painting | None:
    """The colour layers of a piece.

    Parameters
    ----------
    record : PaintingRecord or None
    piece : Piece
        With its surface.
    read : callable (member, width, dtype)
        An array of any length, or None if there is none.
    name : str
        Of the file.

    Raises
    ------
    BadFileError
        If they do not fit together.
    """
    if record is None:
        return None
    bad = BadFileError(phrase("{0} is damaged: the colour layers of '{1}' do not fit together.", name, piece.name))
    ids = [v.id for v in record.layers]
    if len(set(ids)) != len(ids) or len(ids) > MOST or any("/" in k for k in ids):
        raise bad
    try:
        grain = grain_of(piece.surface, record.steps)
    except YewfinchError as error:
        raise bad from error
    if grain.count != record.samples or grain.steps != record.steps or not _tree(record.layers):
        raise bad

    def sheet(key: str, plain: tuple[int, ...]) -> Sheet:
        leaves, values = (
            read(LEAVES.format(piece.id, key), 1, "<i4"),
            read(VALUES.format(piece.id, key), len(plain), "u1"),
        )
        if leaves is None or values is None or len(values) != LEAF_ROWS * len(leaves):
            raise bad
        most = (grain.count + LEAF_ROWS - 1) // LEAF_ROWS
        if len(leaves) and (leaves.min() < 0 or leaves.max() >= most or len(np.unique(leaves)) != len(leaves)):
            raise bad
        return Sheet.of_table(grain.count, plain, leaves[:, 0], values)

    layers = []
    for v in record.layers:
        if v.mode not in MODES or not 0.0 <= v.opacity <= 1.0:
            raise bad
        pairs = all(k in QUALITIES and all(0 <= b <= 255 for b in p) for k, p in v.values.items())
        if not pairs or (v.values and v.kind not in CARRIERS) or not SHALLOWEST <= v.depth <= DEEPEST:
            raise bad
        try:
            adjustment = Adjustment() if v.adjustment is None else Adjustment(**msgspec.structs.asdict(v.adjustment))
        except YewfinchError as error:
            raise bad from error
        plain: tuple[int, ...] = EVEN if v.kind == "pigment" else CLEAR
        if v.kind == "fill":
            if v.colour is None or not all(0 <= c <= 255 for c in v.colour):
                raise bad
            plain = (*v.colour, 255)
        own = sheet(v.id, plain) if v.kind in ("paint", "pigment") else Sheet(grain.count, plain)
        mask = sheet(f"{v.id}-mask", OPEN) if v.masked else None
        values = {k: sheet(f"{v.id}-{k}", p) for k, p in v.values.items()}
        layers.append(
            ColourLayer(
                v.id,
                v.name,
                v.kind,
                own,
                v.opacity,
                v.mode,
                v.visible,
                v.locked,
                v.clip,
                mask,
                adjustment,
                v.parent,
                values,
                v.depth,
            )
        )
    made = Painting(grain, layers)
    made.ground_roughness = ground_roughness(piece.surface, grain)
    return made


def _tree(layers: tuple[ColourLayerRecord, ...]) -> bool:
    """Whether all layers lie in groups that are there, and none in itself."""
    parent = {v.id: v.parent for v in layers}
    groups = {v.id for v in layers if v.kind == "group"}
    for key in parent:
        seen, at = set(), key
        while parent[at]:
            at = parent[at]
            if at not in groups or at in seen:
                return False
            seen.add(at)
    return True
