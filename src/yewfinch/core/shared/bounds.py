"""Ranges of values that are kept in files: one place says what any number or text may be.

Records and the dataclasses within them are annotated with these names; reading checks them, and so does writing.
"""

from __future__ import annotations

from typing import Annotated

from msgspec import Meta

#: Largest picture side, pixels; furthest point of any surface, mm.
LONGEST_SIDE, FURTHEST_MM = 100_000, 1e6
#: Most characters of a name, and of a note.
LONGEST_NAME, LONGEST_TEXT = 1000, 100_000

#: Any number that is kept.
Real = Annotated[float, Meta(ge=-1e9, le=1e9)]
#: A length, a spread or a factor, which cannot be negative.
Positive = Annotated[float, Meta(ge=0.0, le=1e9)]
#: A coordinate in the room.
Mm = Annotated[float, Meta(ge=-FURTHEST_MM, le=FURTHEST_MM)]
#: A coordinate on a picture, which may lie well outside it.
Pixels = Annotated[float, Meta(ge=-1e7, le=1e7)]
#: A side of a picture, pixels.
Side = Annotated[int, Meta(ge=1, le=LONGEST_SIDE)]
Degrees = Annotated[float, Meta(ge=-36_000.0, le=36_000.0)]
#: From nothing to all.
Share = Annotated[float, Meta(ge=0.0, le=1.0)]
#: A barycentric weight; points a little beside their triangle exist.
Weight = Annotated[float, Meta(ge=-1.0, le=2.0)]
#: A row of an array, a count or a seed.
Count = Annotated[int, Meta(ge=0, le=2**31 - 1)]
#: What a thing is called by us: a part of names of members in a file, so without strokes, control characters and
#: half characters.
Id = Annotated[str, Meta(pattern=r"^[^/\\\x00-\x1f\x7f\ud800-\udfff]{1,200}\Z")]
#: What a thing is called by the user.
Name = Annotated[str, Meta(max_length=LONGEST_NAME)]
#: Notes.
Text = Annotated[str, Meta(max_length=LONGEST_TEXT)]
#: "#rrggbb".
Colour = Annotated[str, Meta(pattern=r"^#[0-9a-fA-F]{6}$")]
