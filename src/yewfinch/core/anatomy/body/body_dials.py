"""The dials of the body: more or less of a thing than others of that sex and age have."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class BodyDial:
    """A dial of the body: its name and what its ends mean.

    Attributes
    ----------
    key, title : str
    hint : str
        What it does, for the tool tip.
    since : int
        The first cast whose bodies have it.
    """

    key: str
    title: str
    hint: str
    since: int = 1


DIALS: tuple[BodyDial, ...] = (
    BodyDial("muscle", "Muscle", "Thicker muscles, set off more clearly"),
    BodyDial("fullness", "Fullness", "More or less under the skin, everywhere"),
    BodyDial("chest", "Rib cage", "A broader, deeper rib cage"),
    BodyDial("breast", "Breasts", "Larger or smaller; of a man's body it does little"),
    BodyDial("waist", "Waist", "Drawn in (to the right) or straight"),
    BodyDial("belly", "Belly", "A belly that stands forward"),
    BodyDial("hips", "Hips", "Fuller at the sides of the pelvis and the thigh's head"),
    BodyDial("seat", "Seat", "Fuller buttocks"),
    BodyDial("slack", "Slackness", "Breasts, belly, seat and upper arms hang, or are taut", 2),
)
