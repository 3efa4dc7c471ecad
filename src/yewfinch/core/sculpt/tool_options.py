"""Settings that only one tool has: what they are, and how they are shown."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Amount:
    """A number that a tool has of its own, and its slider.

    Attributes
    ----------
    key : str
        Under which the settings hold it: one of theirs, or one of the tool's own.
    title, tip : str
    default : float
    low, high : float
        Of what is shown.
    unit : str
    shown : float
        What is shown is so many times the value, such as 100 for a share in percent.
    decimals : int
    """

    key: str
    title: str
    tip: str
    default: float
    low: float
    high: float
    unit: str
    shown: float = 1.0
    decimals: int = 1


@dataclass(frozen=True)
class Switch:
    """Something that is on or off."""

    key: str
    title: str
    tip: str
    default: bool = False


@dataclass(frozen=True)
class Choice:
    """One of several words: `entries` are value, title and tip of each."""

    key: str
    entries: tuple[tuple[str, str, str], ...]
    default: str


Option = Amount | Switch | Choice
