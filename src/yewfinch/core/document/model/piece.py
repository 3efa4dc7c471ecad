"""A piece: one named surface of the portrait."""

from __future__ import annotations

from collections.abc import Container, Mapping
from dataclasses import dataclass, field, replace
from itertools import count

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.head.eyeball import BALL_VERTICES
from yewfinch.core.document.model.follow import Follow
from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.lids.lid_form import LID_VERTICES
from yewfinch.core.features.lids.lids import Lids
from yewfinch.core.features.teeth.teeth import Teeth
from yewfinch.core.features.teeth.teeth_form import TEETH_VERTICES
from yewfinch.core.mesh.levels.levels import Levels
from yewfinch.core.mesh.query.pick import Hit, pick, pick_free
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.unfold import CornerPlaces, TexturePlaces
from yewfinch.core.reshape.armature import Armature
from yewfinch.core.reshape.solid import Solid
from yewfinch.core.skin.colour_layers import Painting


@dataclass(frozen=True)
class Piece:
    """Name and state of one surface. Frozen: a change makes a new record on the same surface.

    Attributes
    ----------
    regions : mapping of name to (n,) uint8
        Named parts of the surface, each vertex's membership 0 to 255. Never changed in place.
    texture : TexturePlaces or None
        Where the vertices lie on a picture. Never changed in place.
    corners : CornerPlaces or None
        Texture coordinates that came with an imported model; dropped with the faces that they belong to.
    armature : Armature or None
        The balls that the surface is the skin of; such a piece is no clay yet.
    see_through : bool
        A guide: drawn through everything, and taken hold of by no tool.
    solid : Solid or None
        What the surface follows from; such a piece is no clay yet.
    eye : Eye or None
        The eye whose ball the surface is; no tool changes it, but what moves it as a whole does.
    lids : Lids or None
        The lids whose body the surface is, those of the eye that is the piece `lids_of`; no tool changes it.
    skin_lids : mapping of id to Lids
        Lids that are skin of this piece as they were last set, by the id of their eye.
    teeth : Teeth or None
        The teeth, gums and tongue whose body the surface is; no tool changes it.
    painting : Painting or None
        Its colour layers; dropped with the faces that they belong to. Without any its vertices hold the colour.
    hide_masked : bool
        What is masked is left out of the picture and out of reach.
    group : str
        Name of the group it stands in; empty for none.
    follows : Follow or None
        The piece whose image this one is; such a piece is changed only through that one.
    levels : Levels or None
        Its coarser and finer levels; dropped with the faces that they belong to.
    """

    id: str
    name: str
    surface: Surface
    visible: bool = True
    locked: bool = False
    regions: Mapping[str, npt.NDArray[np.uint8]] = field(default_factory=dict, compare=False)
    texture: TexturePlaces | None = field(default=None, compare=False)
    armature: Armature | None = None
    see_through: bool = False
    solid: Solid | None = None
    hide_masked: bool = False
    group: str = ""
    follows: Follow | None = None
    levels: Levels | None = field(default=None, compare=False)
    corners: CornerPlaces | None = field(default=None, compare=False)
    eye: Eye | None = None
    lids: Lids | None = None
    lids_of: str = ""
    skin_lids: Mapping[str, Lids] = field(default_factory=dict)
    teeth: Teeth | None = None
    painting: Painting | None = field(default=None, compare=False)

    def __post_init__(self) -> None:
        if self.corners is not None and self.corners.faces is not self.surface.faces:
            object.__setattr__(self, "corners", None)
        if self.levels is not None and not self.levels.fit(self.surface):
            object.__setattr__(self, "levels", None)
        if self.painting is not None and not self.painting.fits(self.surface):
            object.__setattr__(self, "painting", None)
        if self.eye is not None and len(self.surface) != BALL_VERTICES:
            object.__setattr__(self, "eye", None)
        if self.lids is not None and len(self.surface) != LID_VERTICES:
            object.__setattr__(self, "lids", None)
        if self.teeth is not None and len(self.surface) != TEETH_VERTICES:
            object.__setattr__(self, "teeth", None)

    @property
    def fixed(self) -> bool:
        """No tool may change its clay."""
        return (
            self.locked
            or self.see_through
            or self.armature is not None
            or self.solid is not None
            or self.eye is not None
            or self.lids is not None
            or self.teeth is not None
            or self.follows is not None
        )

    def pick(self, origin: npt.ArrayLike, direction: npt.ArrayLike) -> Hit | None:
        """Where a ray first meets what is in sight of the piece."""
        return (pick_free if self.hide_masked else pick)(self.surface, origin, direction)

    def renamed(self, name: str) -> Piece:
        """The same piece under another name."""
        return replace(self, name=name)


def free_id(taken: Container[str], stem: str) -> str:
    """An id that is not taken."""
    return next(k for n in count(1) if (k := stem if n == 1 else f"{stem}{n}") not in taken)
