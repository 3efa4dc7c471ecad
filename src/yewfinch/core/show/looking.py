"""Ways to look at the clay: finishes, cavities, raking light, the black outline, the picture turned about."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Finish:
    """A stuff that the clay is shown in.

    Attributes
    ----------
    title : str
    colour : three floats or None
        Linear; None for the clay's own colours.
    gloss, sharpness : float
        Strength and exponent of the highlight.
    soft : float
        How far light creeps round into the shade, 0 to 1.
    """

    title: str
    colour: tuple[float, float, float] | None
    gloss: float
    sharpness: float
    soft: float


#: Finishes by id; common practice of studios, the numbers chosen by eye.
FINISHES: dict[str, Finish] = {
    "own": Finish("Its colours", None, 0.045, 22.0, 0.0),
    "plaster": Finish("Plaster", (0.78, 0.76, 0.72), 0.0, 10.0, 0.25),
    "grey": Finish("Grey clay", (0.26, 0.265, 0.27), 0.07, 16.0, 0.0),
    "terracotta": Finish("Terracotta", (0.42, 0.165, 0.085), 0.03, 12.0, 0.1),
    "wax": Finish("Wax", (0.55, 0.30, 0.17), 0.24, 46.0, 0.3),
    "bronze": Finish("Bronze", (0.105, 0.062, 0.03), 0.55, 30.0, 0.0),
}


@dataclass(frozen=True)
class Looking:
    """How the clay is shown now.

    Attributes
    ----------
    finish : str
        A key of `FINISHES`.
    cavity : float
        How much hollows are darkened and edges brightened, 0 to 1.
    raking : bool
        One hard lamp from the side.
    black : bool
        Only the outline, filled with black.
    """

    finish: str = "own"
    cavity: float = 0.0
    raking: bool = False
    black: bool = False
