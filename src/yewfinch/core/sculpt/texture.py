"""Surface texture without strokes: layers of noise, pores and lines that follow the skin."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
import numpy.typing as npt

from yewfinch.core.sculpt import _texture_kernels as kernels
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray, FloatArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

Pattern = Literal["noise", "pores", "lines"]
PATTERNS: dict[Pattern, str] = {"noise": "Unevenness", "pores": "Pores", "lines": "Fine lines"}
#: Limits: size of a pattern and height, mm; how much it is drawn out; layers of one texture.
SMALLEST, LARGEST, HIGHEST, LONGEST, MOST = 0.2, 60.0, 10.0, 4.0, 6


@dataclass(frozen=True)
class TextureLayer:
    """One pattern.

    Attributes
    ----------
    pattern : {"noise", "pores", "lines"}
    size : float, mm
        From one hollow to the next, about.
    height : float, mm
        Of the relief; negative turns it inside out.
    along : float
        Drawn out along the skin's lines so many times.
    seed : int
    """

    pattern: Pattern = "pores"
    size: float = 1.6
    height: float = 0.15
    along: float = 1.0
    seed: int = 1


#: Textures to begin with; sizes are common practice for a portrait in clay of life size.
PRESETS: dict[str, tuple[str, tuple[TextureLayer, ...]]] = {
    "cheek": ("Cheek", (TextureLayer("pores", 1.7, 0.16, 1.4), TextureLayer("noise", 5.0, 0.12, 1.0, 2))),
    "nose": ("Nose", (TextureLayer("pores", 1.4, 0.24, 1.0), TextureLayer("noise", 3.0, 0.06, 1.0, 2))),
    "forehead": (
        "Forehead",
        (
            TextureLayer("lines", 3.0, 0.14, 3.0),
            TextureLayer("pores", 1.5, 0.10, 1.6, 2),
            TextureLayer("noise", 9.0, 0.2, 3.0, 3),
        ),
    ),
    "aged": (
        "Aged",
        (
            TextureLayer("lines", 4.0, 0.30, 2.5),
            TextureLayer("noise", 6.0, 0.30, 2.0, 2),
            TextureLayer("pores", 1.8, 0.18, 1.5, 3),
        ),
    ),
    "plaster": ("Rough", (TextureLayer("noise", 3.0, 0.25), TextureLayer("noise", 1.1, 0.12, 1.0, 2))),
}


def checked(layers: Sequence[TextureLayer]) -> tuple[TextureLayer, ...]:
    """Layers that make sense.

    Raises
    ------
    YewfinchError
        If one does not, or there are too many.
    """
    if not 1 <= len(layers) <= MOST:
        raise YewfinchError(phrase("A texture has 1 to {0} layers, got {1}.", MOST, len(layers)))
    for layer in layers:
        if layer.pattern not in PATTERNS:
            raise YewfinchError(phrase("A texture is one of {0}, got {1!r}.", tuple(PATTERNS), layer.pattern))
        if not (np.isfinite(layer.size) and SMALLEST <= layer.size <= LARGEST):
            raise YewfinchError(
                phrase("Patterns of {0:g} mm make no sense; {1:g} to {2:g} mm do.", layer.size, SMALLEST, LARGEST)
            )
        if not (np.isfinite(layer.height) and abs(layer.height) <= HIGHEST):
            raise YewfinchError(
                phrase("A relief of {0:g} mm makes no sense; up to {1:g} mm does.", layer.height, HIGHEST)
            )
        if not (np.isfinite(layer.along) and 1.0 <= layer.along <= LONGEST):
            raise YewfinchError(
                phrase("Patterns cannot be drawn out {0:g} times; 1 to {1:g} times make sense.", layer.along, LONGEST)
            )
    return tuple(layers)


def heights(points: npt.ArrayLike, along: npt.ArrayLike, layers: Sequence[TextureLayer]) -> FloatArray:
    """How far each point is raised.

    Parameters
    ----------
    points : (n, 3) float, mm
    along : (n, 3) float
        Unit directions of the skin's lines.
    layers : sequence of TextureLayer

    Returns
    -------
    (n,) float32, mm

    Raises
    ------
    YewfinchError
        If a layer makes no sense.

    Notes
    -----
    Places are strewn through the room (sparse convolution, Lewis 1989, "Algorithms for solid noise synthesis"; cells,
    Worley 1996) and measured by a distance that is shorter along the skin's lines at the point itself, so that
    patterns turn with the skin without seams.
    """
    p, d = np.ascontiguousarray(points, np.float64), np.ascontiguousarray(along, np.float64)
    total: DoubleArray = np.zeros(len(p))
    out = np.empty(len(p))
    for layer in checked(layers):
        number = {"noise": 0, "pores": 1, "lines": 2}[layer.pattern]
        # the reach of a place, chosen so that hollows and cells are as far apart as the size says
        cell = (2.0 if number == 2 else 1.3) * layer.size * layer.along
        count = max(1, round(6 * layer.along * layer.along)) if number else max(1, round(3 * layer.along * layer.along))
        kernels.strewn(p, d, cell, layer.along, count, number, layer.seed, out)
        total += layer.height * (np.tanh(0.5 * out) if number == 0 else out)
    return total.astype(np.float32)


def _warm() -> None:
    kernels.strewn(np.zeros((1, 3)), np.eye(3)[:1], 1.0, 1.0, 1, 0, 1, np.empty(1))


warmup.register("textures", _warm)
