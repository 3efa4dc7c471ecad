"""One colour layer of a piece: what it holds at the samples, and how it counts."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from typing import Any, Literal

import numpy as np

from yewfinch.core.shared.arrays import IndexArray
from yewfinch.core.skin.adjusting import Adjustment
from yewfinch.core.skin.sheet import Sheet

#: Blend modes, in the order of their numbers in the loops, and what each is called.
MODES = {
    "normal": "Normal",
    "multiply": "Multiply",
    "screen": "Screen",
    "overlay": "Overlay",
    "darken": "Darken",
    "lighten": "Lighten",
    "color-dodge": "Colour dodge",
    "color-burn": "Colour burn",
    "hard-light": "Hard light",
    "soft-light": "Soft light",
    "difference": "Difference",
    "exclusion": "Exclusion",
    "linear-burn": "Linear burn",
    "add": "Add",
    "hue": "Hue",
    "saturation": "Saturation",
    "color": "Colour",
    "luminosity": "Luminosity",
}
NUMBER = {name: i for i, name in enumerate(MODES)}

#: How high or deep the fine height of a layer goes at most, mm, if nothing was said.
DEPTH = 0.5

Kind = Literal["paint", "pigment", "fill", "adjust", "group"]

#: Channels of changes to samples of a layer's colour, and what those of its mask and qualities begin with.
COLOUR, OTHER = "paint:", "paint-"
#: Nothing laid on; no pigment added or taken away; nothing masked.
CLEAR, EVEN, OPEN = (0, 0, 0, 0), (128, 128, 128, 128), (255,)


def channel_of(layer: str, part: str = "colour") -> str:
    """What changes to samples of a part of a layer name as their channel: its colour, mask, or a quality."""
    return COLOUR + layer if part == "colour" else f"{OTHER}{part}:{layer}"


def named_by(channel: str) -> tuple[str, str]:
    """The layer and the part of it that a channel names."""
    head, _, layer = channel.partition(":")
    return layer, head[len(OTHER) :] or "colour"


@dataclass(frozen=True, eq=False)
class ColourLayer:
    """One layer.

    Attributes
    ----------
    id, name : str
    kind : {"paint", "pigment", "fill", "adjust", "group"}
    sheet : Sheet
        What was painted, sRGB with alpha, 4 wide; of pigments how far melanin, blood, oxygen and yellow of what lies
        below are moved along their axes, 128 for not at all, 1 and 255 for all the way. Of a fill it is plain with its
        colour.
    opacity : float
        0 to 1.
    mode : str
        A key of `MODES`.
    visible, locked : bool
    clip : bool
        It shows only where the next layer below it that is not clipped itself does.
    mask : Sheet or None
        How far it shows at each sample, 1 wide, 255 fully.
    adjustment : Adjustment
        Of a layer of adjustment.
    parent : str
        The group it lies in; empty for none.
    values : dict of str to Sheet
        What it carries besides colour, by the names of `qualities.QUALITIES`: values and their weights, 2 wide.
    depth : float, mm
        What its fine height is at most.
    """

    id: str
    name: str
    kind: Kind
    sheet: Sheet
    opacity: float = 1.0
    mode: str = "normal"
    visible: bool = True
    locked: bool = False
    clip: bool = False
    mask: Sheet | None = None
    adjustment: Adjustment = field(default_factory=Adjustment)
    parent: str = ""
    values: dict[str, Sheet] = field(default_factory=dict)
    depth: float = DEPTH

    def touched(self) -> IndexArray | None:
        """Leaves at which it may show; None for all."""
        if self.kind in ("adjust", "group", "fill"):
            return None
        if any(s.plain[1] for s in self.values.values()):
            return None
        some = [s.leaves for s in (self.sheet, *self.values.values())]
        return some[0] if len(some) == 1 else np.unique(np.concatenate(some))

    def with_sheets(self, of: Callable[[Sheet], Sheet], **more: Any) -> ColourLayer:
        """The same with all its sheets, mask and qualities among them, made anew of what they were."""
        return replace(
            self,
            sheet=of(self.sheet),
            mask=None if self.mask is None else of(self.mask),
            values={k: of(s) for k, s in self.values.items()},
            **more,
        )
