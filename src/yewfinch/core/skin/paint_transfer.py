"""Colour layers carried from surfaces to another one that takes their place: to the nearest places, at their grain."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, POSITION, ByteArray, FloatArray, IndexArray
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.skin import _transfer_kernels as kernels
from yewfinch.core.skin.colour_layer import CLEAR, OPEN, ColourLayer
from yewfinch.core.skin.colour_layers import Painting, ground_layer
from yewfinch.core.skin.grain import Grain, grain_of, spacing, steps_for
from yewfinch.core.skin.sheet import Sheet

#: Samples that are looked for in one go.
_PART = 1 << 18
#: What lies farther from all that was painted than so many times the grain, and this, mm, was not painted.
_FAR = 4.0
#: Kinds of layers that hold something at each sample.
_SHEETS = ("paint", "pigment")
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
    grain = grain_of(made, steps_for(made, finest) if steps is None else steps)
    tree, face, half, owner = _tree(sources)
    at = grain.places(made)
    lots = [_Lot(s.painting) for s in sources]
    out = [[np.tile(v.sheet.plain, (grain.count, 1)) for v in s.painting.layers] for s in sources]
    masks = [[_fresh(v, grain.count) for v in s.painting.layers] for s in sources]
    more = [[{k: np.tile(x.plain, (grain.count, 1)) for k, x in v.values.items()} for v in s.painting.layers]
            for s in sources]  # fmt: skip
    near = 0
    hints = np.empty(0, INDEX)
    for first in range(0, grain.count, _PART):
        progress(first / grain.count, "carrying the colour over")
        part = slice(first, min(first + _PART, grain.count))
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
            for i, values in enumerate(lot.values):
                if values is not None:
                    colour = source.painting.layers[i].kind == "paint"
                    out[k][i][first + mine] = _mixed(rows, shares, values, alpha=colour)
                held, mask = lot.masks[i], masks[k][i]
                if mask is not None:
                    mask[first + mine] = 255 if held is None else _mixed(rows, shares, held, alpha=False)
                for name, quality in lot.more[i].items():
                    more[k][i][name][first + mine] = _mixed(rows, shares, quality, alpha=True)
    if near < 0.5 * grain.count:
        return None
    return Painting(grain, _stacked(sources, out, masks, more, grain))


class _Lot:
    """The values of the layers of a painting, as whole arrays."""

    def __init__(self, painting: Painting) -> None:
        self.values = [v.sheet.dense() if v.kind in _SHEETS else None for v in painting.layers]
        self.masks = [None if v.mask is None else v.mask.dense() for v in painting.layers]
        self.more = [{k: s.dense() for k, s in v.values.items()} for v in painting.layers]


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


def _mixed(rows: IndexArray, shares: FloatArray, values: ByteArray, *, alpha: bool) -> ByteArray:
    out = np.empty((len(rows), values.shape[1]), np.uint8)
    kernels.mixed(rows, shares, values, alpha, out)
    return out


def _stacked(
    sources: Sequence[Source],
    values: list[list[ByteArray]],
    masks: list[list[ByteArray | None]],
    more: list[list[dict[str, ByteArray]]],
    grain: Grain,
) -> list[ColourLayer]:
    """The layers of all sources in one stack; what lies lowest in each becomes one layer."""
    out: list[ColourLayer] = []
    taken: set[str] = set()
    ground = np.zeros((grain.count, 4), np.uint8)
    ground_more: dict[str, ByteArray] = {}
    last: ColourLayer | None = None
    for k, source in enumerate(sources):
        ids = {v.id: v.id if v.id not in taken else f"{v.id}-{k + 1}" for v in source.painting.layers}
        for i, layer in enumerate(source.painting.layers):
            usual = layer.opacity == 1.0 and layer.mode == "normal" and layer.mask is None
            usual = usual and (len(sources) == 1 or not layer.values)
            if layer.id == GROUND and layer.kind == "paint" and layer.visible and usual:
                ground = np.where(values[k][i][:, 3:] > 0, values[k][i], ground)
                last = last or layer
                ground_more = more[k][i]
                continue
            mask = masks[k][i]
            plain = tuple(int(v) for v in layer.sheet.plain)
            sheet = Sheet.of_dense(values[k][i], plain) if layer.kind in _SHEETS else Sheet(grain.count, plain)
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
                        for n, v in more[k][i].items()
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


warmup.register("carrying colour over", _warm)
