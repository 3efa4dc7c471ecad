"""The portrait's own stamps: made of pictures, renamed, resized, taken out."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Edit, FieldChange
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.sculpt.stamps import MOST, NARROWEST, USUAL, WIDEST, Stamp, stamp_from_picture
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase


def added(portrait: Portrait, data: bytes, title: str, width: float = USUAL) -> tuple[Edit, str]:
    """A stamp of a picture's bytes, `width` mm wide, and its id.

    Raises
    ------
    YewfinchError
        If they are no picture, or there are too many stamps.
    """
    if len(portrait.stamps) >= MOST:
        raise YewfinchError(phrase("A portrait has {0} stamps at most. Take one out first.", MOST))
    taken = {s.id for s in portrait.stamps}
    number = 1
    while f"stamp{number}" in taken:
        number += 1
    stamp = stamp_from_picture(data, f"stamp{number}", title.strip()[:60] or phrase("Stamp {0}", number), width)
    return Edit(
        phrase("Add the stamp {0}", stamp.title), (FieldChange("stamps", portrait.stamps, (*portrait.stamps, stamp)),)
    ), stamp.id


def removed(portrait: Portrait, stamp_id: str) -> Edit:
    """A stamp taken out.

    Raises
    ------
    YewfinchError
        If it is not the portrait's.
    """
    stamp = _own(portrait, stamp_id)
    return Edit(
        phrase("Remove the stamp {0}", stamp.title),
        (FieldChange("stamps", portrait.stamps, tuple(s for s in portrait.stamps if s is not stamp)),),
    )


def resized(portrait: Portrait, stamp_id: str, width: float) -> Edit:
    """A stamp of another width on the skin, mm.

    Raises
    ------
    YewfinchError
        If it is not the portrait's, or the width makes no sense.
    """
    stamp = _own(portrait, stamp_id)
    if not (np.isfinite(width) and NARROWEST <= width <= WIDEST):
        raise YewfinchError(
            phrase("A stamp cannot be {0:g} mm wide; {1:g} to {2:g} mm make sense.", width, NARROWEST, WIDEST)
        )
    after = tuple(replace(s, width=float(width)) if s is stamp else s for s in portrait.stamps)
    return Edit(phrase("Width of the stamp {0}", stamp.title), (FieldChange("stamps", portrait.stamps, after),))


def _own(portrait: Portrait, stamp_id: str) -> Stamp:
    found = next((s for s in portrait.stamps if s.id == stamp_id), None)
    if found is None:
        raise YewfinchError(
            "This stamp ships with Yewfinch and stays as it is. Add a picture of your own to change one."
        )
    return found
