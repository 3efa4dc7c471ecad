"""Colours kept in a portrait."""

from __future__ import annotations

from yewfinch.core.document.model.edits import Edit, FieldChange
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.shared.colour import hex_of
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: The most that are kept.
SWATCHES = 48


def keep_swatch(portrait: Portrait, rgb: tuple[int, int, int]) -> Edit | None:
    """Keep a colour, sRGB 8 bit, in the portrait; None if it is kept already.

    Raises
    ------
    YewfinchError
        If there are too many.
    """
    if rgb in portrait.swatches:
        return None
    if len(portrait.swatches) >= SWATCHES:
        raise YewfinchError(phrase("{0} colours are the most that are kept. Drop one first.", SWATCHES))
    return Edit(
        phrase("Keep the colour {0}", hex_of(rgb)),
        (FieldChange("swatches", portrait.swatches, (*portrait.swatches, rgb)),),
    )


def drop_swatch(portrait: Portrait, rgb: tuple[int, int, int]) -> Edit:
    """Keep a colour no longer."""
    rest = tuple(c for c in portrait.swatches if c != rgb)
    return Edit(phrase("Drop the colour {0}", hex_of(rgb)), (FieldChange("swatches", portrait.swatches, rest),))
