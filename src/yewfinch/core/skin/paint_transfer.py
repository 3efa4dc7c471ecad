"""Colour layers carried from surfaces to another one that takes their place, at their grain: samples of faces that
stayed as they are, those of others to the nearest places.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, POSITION, ByteArray, FloatArray, IndexArray
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.skin import _transfer_kernels as kernels
from yewfinch.core.skin.colour_layer import CLEAR, OPEN, ColourLayer
from yewfinch.core.skin.colour_layers import Painting, ground_layer
from yewfinch.core.skin.grain import Grain, grain_of, spacing, steps_for
from yewfinch.core.skin.kept_samples import Kept, kept_faces
from yewfinch.core.skin.sheet import Sheet

#: Samples that are looked for in one go.
_PART = 1 << 18
#: What lies farther from all that was painted than so many times the grain, and this, mm, was not painted.
_FAR = 4.0
#: Kinds of layers that hold something at each sample.
_SHEETS = ("paint", "pigment")
#: Where at least this part of the faces stayed, their grain does, unless that makes so many times the samples.
_STAYED, _MOST_GROWTH = 0.25, 2.0
#: The lowest layer of every painting; those of several become one.
GROUND = "ground"


@dataclass(frozen=True, eq=False)
class Source:
    """A surface and what is painted on it.

    Attributes
    ----------
    surface : Surface
    painting : Painting
    """

    surface: Surface
    painting: Painting

    @classmethod
    def plain(cls, surface: Surface) -> Source:
        """Of a surface that has colours at its vertices only."""
        grain = grain_of(surface, 0)
        return cls(surface, Painting(grain, [ground_layer(grain, surface.colour)]))


def same_net(painting: Painting, old: Surface, new: Surface) -> Painting | None:
    """The painting for a surface whose faces are the same ones in another array; None if they are others."""
    if len(old) != len(new) or not np.array_equal(old.faces, new.faces):
        return None
    return Painting(replace(painting.grain, faces=new.faces), painting.layers)


def carried(
    sources: Sequence[Source], made: Surface, progress: Progress = silent, *, steps: int | None = None
) -> Painting | None:
    """The layers of some surfaces on another one, where they are nearest.

    Parameters
    ----------
    sources : sequence of Source
        One at least. Layers of the first lie over those of the second, each where its own surface is nearest.
    made : Surface
    progress : Progress
        May cancel.
    steps : int, optional
        How often its edges are halved; as often as gives it the grain of the finest of them if not given.

    Returns
    -------
    Painting or None
        None if hardly anything of the surface lies near any of them.
    """
    finest = min(spacing(s.surface, s.painting.grain) for s in sources)
    kept = [kept_faces(s.surface, made) for s in sources]
    grain = grain_of(made, _steps(sources, kept, made, finest) if steps is None else steps)
    lots = [_Lot(s.painting, grain.count) for s in sources]
    new = np.ones(grain.count, np.bool_)
    for source, stayed, lot in zip(sources, kept, lots, strict=True):
        row = stayed.samples(source.painting.grain, grain)
        if row is not None:
            row[~new] = -1
            new &= row < 0
            lot.stay(row)
    near = grain.count - int(new.sum())
    rest = np.flatnonzero(new)
    if len(rest):
        tree, face, half, owner = _tree(sources)
        at = grain.places(made)[rest]
    hints = np.empty(0, INDEX)
    for first in range(0, len(rest), _PART):
        progress(first / len(rest), "carrying the colour over")
        part = slice(first, first + _PART)
        found = tree.find(at[part], hints)
        near += int((found.squares < max(_FAR, 4.0 * finest) ** 2).sum())
        triangle = tree.order[found.rows]
        for k, (source, lot) in enumerate(zip(sources, lots, strict=True)):
            mine = np.flatnonzero(owner[triangle] == k)
            if not len(mine):
                continue
            rows, shares = _around(
                source.painting.grain, face[triangle[mine]], half[triangle[mine]], found.weights[mine]
            )
            lot.mix(rest[first + mine], rows, shares)
    if near < 0.5 * grain.count:
        return None
    return Painting(grain, _stacked(sources, lots, grain))


class _Lot:
    """What the layers of a painting hold, as whole arrays on the old samples and on the new ones.

    Parameters
    ----------
    painting : Painting
    count : int
        New samples.
    """

    def __init__(self, painting: Painting, count: int) -> None:
        self.values = [np.tile(v.sheet.plain, (count, 1)) for v in painting.layers]
        self.masks = [_fresh(v, count) for v in painting.layers]
        self.more = [{k: np.tile(s.plain, (count, 1)) for k, s in v.values.items()} for v in painting.layers]
        #: What is old, None for what hides nothing; where it goes; whether its alpha weighs the rest of it.
        self._parts: list[tuple[ByteArray | None, ByteArray, bool]] = []
        for layer, values, mask, more in zip(painting.layers, self.values, self.masks, self.more, strict=True):
            if layer.kind in _SHEETS:
                self._parts.append((layer.sheet.dense(), values, layer.kind == "paint"))
            if mask is not None:
                self._parts.append((None if layer.mask is None else layer.mask.dense(), mask, False))
            self._parts += [(s.dense(), more[k], True) for k, s in layer.values.items()]

    def stay(self, row: IndexArray) -> None:
        """Take over old samples (N,) as they are; -1 for new ones that are none of them."""
        for old, out, _ in self._parts:
            if old is None:
                out[row >= 0] = OPEN
            else:
                kernels.copied(row, old, out)

    def mix(self, to: npt.NDArray[np.integer], rows: IndexArray, shares: FloatArray) -> None:
        """Mix new samples (k,) from four old ones each, (k, 4)."""
        for old, out, alpha in self._parts:
            if old is None:
                out[to] = OPEN
                continue
            mixed = np.empty((len(rows), old.shape[1]), np.uint8)
            kernels.mixed(rows, shares, old, alpha, mixed)
            out[to] = mixed


def _steps(sources: Sequence[Source], kept: Sequence[Kept], made: Surface, finest: float) -> int:
    """How often edges are halved: as before where many faces stayed, else as often as gives the finest grain, mm."""
    source, stayed = max(zip(sources, kept, strict=True), key=lambda pair: pair[1].share)
    grain = source.painting.grain
    if stayed.share >= _STAYED and len(made.faces) * 4.0**grain.steps <= _MOST_GROWTH * grain.count:
        return grain.steps
    return steps_for(made, finest)


def _fresh(layer: ColourLayer, count: int) -> ByteArray | None:
    """A mask that hides everything, for layers that have one, or would reach beyond their own surface."""
    bounded = layer.kind in _SHEETS and not any(s.plain[1] for s in layer.values.values())
    return None if layer.mask is None and bounded else np.zeros((count, 1), np.uint8)


def _tree(sources: Sequence[Source]) -> tuple[NearestTree, IndexArray, IndexArray, IndexArray]:
    """A tree of all triangles; the face of each, which half of it, and the source."""
    at, triangles, face, half, owner = [], [], [], [], []
    offset = 0
    for k, s in enumerate(sources):
        faces = s.surface.faces
        second = np.flatnonzero(faces[:, 3] != faces[:, 2])
        at.append(s.surface.positions)
        triangles.append(s.surface.triangles() + offset)
        face.append(np.concatenate([np.arange(len(faces)), second]))
        half.append(np.concatenate([np.zeros(len(faces)), np.ones(len(second))]))
        owner.append(np.full(len(faces) + len(second), k))
        offset += len(s.surface)
    return (
        NearestTree(np.concatenate(at), np.concatenate(triangles)),
        np.concatenate(face).astype(INDEX),
        np.concatenate(half).astype(INDEX),
        np.concatenate(owner).astype(INDEX),
    )


def _around(grain: Grain, face: IndexArray, half: IndexArray, weights: np.ndarray) -> tuple[IndexArray, FloatArray]:
    rows, shares = np.empty((len(face), 4), INDEX), np.empty((len(face), 4), np.float32)
    kernels.around(
        face, half, np.ascontiguousarray(weights, np.float64), grain.faces, grain.first, grain.quads, grain.edge,
        grain.corners, grain.edges, grain.across, len(grain.made) > 0, rows, shares,
    )  # fmt: skip
    return rows, shares


def _stacked(
    sources: Sequence[Source],
    lots: Sequence[_Lot],
    grain: Grain,
) -> list[ColourLayer]:
    """The layers of all sources in one stack; what lies lowest in each becomes one layer."""
    out: list[ColourLayer] = []
    taken: set[str] = set()
    ground = np.zeros((grain.count, 4), np.uint8)
    ground_more: dict[str, ByteArray] = {}
    last: ColourLayer | None = None
    for k, (source, lot) in enumerate(zip(sources, lots, strict=True)):
        ids = {v.id: v.id if v.id not in taken else f"{v.id}-{k + 1}" for v in source.painting.layers}
        for i, layer in enumerate(source.painting.layers):
            usual = layer.opacity == 1.0 and layer.mode == "normal" and layer.mask is None
            usual = usual and (len(sources) == 1 or not layer.values)
            if layer.id == GROUND and layer.kind == "paint" and layer.visible and usual:
                ground = np.where(lot.values[i][:, 3:] > 0, lot.values[i], ground)
                last = last or layer
                ground_more = lot.more[i]
                continue
            mask = lot.masks[i]
            plain = tuple(int(v) for v in layer.sheet.plain)
            sheet = Sheet.of_dense(lot.values[i], plain) if layer.kind in _SHEETS else Sheet(grain.count, plain)
            if len(sources) == 1 and layer.mask is None:
                mask = None
            out.append(
                replace(
                    layer,
                    id=ids[layer.id],
                    parent=ids.get(layer.parent, ""),
                    sheet=sheet,
                    mask=None if mask is None else Sheet.of_dense(mask, OPEN),
                    values={
                        n: Sheet.of_dense(v, tuple(int(b) for b in layer.values[n].plain))
                        for n, v in lot.more[i].items()
                    },
                )
            )
        taken |= set(ids.values())
    if last is not None:
        values_of = {n: Sheet.of_dense(v, tuple(int(b) for b in last.values[n].plain)) for n, v in ground_more.items()}
        out.append(replace(last, sheet=Sheet.of_dense(ground, CLEAR), parent="", values=values_of))
    return out


def _warm() -> None:
    at = np.array([[0.0, 0.0, 0.0], [1.0, 0.0, 0.0], [1.0, 1.0, 0.0], [0.0, 1.0, 0.0]], POSITION)
    surface = Surface(at, np.array([[0, 1, 2, 3]], INDEX))
    carried([Source.plain(surface)], Surface(at, np.array([[0, 1, 2, 2], [0, 2, 3, 3]], INDEX)))
    grain = grain_of(surface, 1)
    carried(
        [Source(surface, Painting(grain, [ground_layer(grain, surface.colour)]))], Surface(at, surface.faces), steps=1
    )


warmup.register("carrying colour over", _warm)
