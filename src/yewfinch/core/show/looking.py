"""Ways to look at the clay: finishes, studios, cavities, corners, wires, raking light, the black outline, sections."""

from __future__ import annotations

from dataclasses import dataclass

from yewfinch.core.show.section import Section


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
    under : three floats or None
        How far red, green and blue light goes on under a surface that bends, 0 to 1: as through skin. It gleams twice
        then, broadly and sharply.
    """

    title: str
    colour: tuple[float, float, float] | None
    gloss: float
    sharpness: float
    soft: float
    under: tuple[float, float, float] | None = None


#: Finishes by id; common practice of studios, the numbers chosen by eye.
FINISHES: dict[str, Finish] = {
    "own": Finish("Its colours", None, 0.045, 22.0, 0.0),
    "skin": Finish("As skin", None, 0.05, 30.0, 0.0, (0.34, 0.16, 0.10)),
    "plaster": Finish("Plaster", (0.78, 0.76, 0.72), 0.0, 10.0, 0.25),
    "grey": Finish("Grey clay", (0.26, 0.265, 0.27), 0.07, 16.0, 0.0),
    "terracotta": Finish("Terracotta", (0.42, 0.165, 0.085), 0.03, 12.0, 0.1),
    "wax": Finish("Wax", (0.55, 0.30, 0.17), 0.24, 46.0, 0.3),
    "bronze": Finish("Bronze", (0.105, 0.062, 0.03), 0.55, 30.0, 0.0),
}


#: What can be shown alone, without light, in the order of its numbers in the shaders; the first is none of it.
ALONE = ("", "colour", "roughness", "metallic", "wetness", "opacity", "height")


@dataclass(frozen=True)
class Looking:
    """How the clay is shown now.

    Attributes
    ----------
    finish : str
        A key of `FINISHES`.
    cavity : float
        How much hollows are darkened and edges brightened, 0 to 1.
    studio : str
        A key of `studios.STUDIOS`.
    occlusion : float
        How much corners into which little light falls are darkened, 0 to 1.
    reach : float, mm
        From how far away clay takes that light.
    wire : bool
        Draw the net's edges.
    raking : bool
        One hard lamp from the side.
    black : bool
        Only the outline, filled with black.
    section : Section or None
        A plane that cuts the clay.
    alone : str
        One of `ALONE`: colour or a quality shown without light; empty to show the clay as it is lit.
    """

    finish: str = "own"
    cavity: float = 0.0
    studio: str = "bench"
    occlusion: float = 0.0
    reach: float = 18.0
    wire: bool = False
    raking: bool = False
    black: bool = False
    section: Section | None = None
    alone: str = ""
