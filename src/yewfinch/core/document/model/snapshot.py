"""A portrait as it is at one moment, to be written by a thread while work goes on."""

from __future__ import annotations

import copy
from dataclasses import replace

from yewfinch.core.document.model.portrait import Portrait


def still_of(portrait: Portrait) -> Portrait:
    """The portrait as it is now, only good for writing: what is written to in place is copied, all else is shared."""
    still = copy.copy(portrait)
    still.pieces = {
        k: replace(p, surface=p.surface.frozen(), painting=None if p.painting is None else p.painting.still())
        for k, p in portrait.pieces.items()
    }
    return still
