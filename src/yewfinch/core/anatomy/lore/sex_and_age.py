"""What may be told of a sitter: sex, and age in words or years."""

from __future__ import annotations

from typing import Literal

from yewfinch.core.shared.phrases import phrase

#: What is known of a sitter's sex.
Sex = Literal["any", "man", "woman"]
SEXES: tuple[Sex, ...] = ("any", "man", "woman")
#: What is known of a sitter's age, and the years that stands for.
Age = Literal["adult", "child", "old"]
AGES: dict[Age, tuple[float, float]] = {"adult": (18.0, 80.0), "child": (3.0, 14.0), "old": (60.0, 90.0)}
#: Years that can be told of a sitter.
YOUNGEST, OLDEST = 2.0, 100.0
#: How far told years are trusted: by a part of them, and by so many years at least (choice).
_YEARS_PART, _YEARS_LEAST = 0.05, 1.0


def age_of_years(years: float) -> Age:
    """The word for a sitter's years."""
    return "child" if years < AGES["adult"][0] else "old" if years >= AGES["old"][0] + 5.0 else "adult"


def years_of(age: Age, years: float | None) -> tuple[float, float]:
    """Youngest and oldest that a sitter may be.

    Parameters
    ----------
    age : {"adult", "child", "old"}
    years : float or None
        If they are known, they count alone.

    Raises
    ------
    ValueError
        If `age` is none of these, or `years` lie out of `YOUNGEST` to `OLDEST`.
    """
    if age not in AGES:
        raise ValueError(phrase("age must be one of {0}, got {1!r}", tuple(AGES), age))
    if years is None:
        return AGES[age]
    if not YOUNGEST <= years <= OLDEST:
        raise ValueError(phrase("years must lie between {0:g} and {1:g}, got {2!r}", YOUNGEST, OLDEST, years))
    room = max(_YEARS_PART * years, _YEARS_LEAST)
    return years - room, years + room
