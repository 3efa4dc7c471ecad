"""What the application remembers of its user between starts."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import asdict, dataclass, field
from pathlib import Path
from typing import Any

from yewfinch.core.sculpt.pressure_curves import STRAIGHT, Curve, checked
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.folders import config_dir

MOST_RECENT = 8
#: Seconds between recovery files, and megabytes of undo in memory: least and most.
AUTOSAVE, UNDO_MEMORY = (15, 600), (64, 4096)
#: Units that lengths are shown in.
LENGTHS = ("mm", "cm", "in")
#: When the clay is drawn roughly while something moves, and samples of a pixel; 0 leaves them to the machine.
ROUGH, SAMPLES = ("slow", "always", "never"), (0, 1, 4, 8)
#: The tools on the keys 1 to 9 to begin with.
FAVOURITES = ("clay", "move", "smooth", "crease", "flatten", "swell", "pinch", "paint", "mask")


@dataclass
class Arrangement:
    """How the bench was left.

    Attributes
    ----------
    hidden : list of str
        Parts of the bench that are folded away: "wall", "round", "strip", "inspector".
    widths : list of int
        Of wall, clay and inspector, pixels; empty for the usual ones.
    opened : dict of stage to list of str
        Titles of the panels that were open.
    pinned : list of str
        Titles of panels that stay open when another is opened.
    windows : list of str
        Windows for a second screen that stood open: "view", "wall".
    tool_folded : bool
        Only size and strength of the tool in hand are shown.
    """

    hidden: list[str] = field(default_factory=list)
    widths: list[int] = field(default_factory=list)
    opened: dict[str, list[str]] = field(default_factory=dict)
    pinned: list[str] = field(default_factory=list)
    windows: list[str] = field(default_factory=list)
    tool_folded: bool = True

    @classmethod
    def of(cls, raw: Mapping[str, Any]) -> Arrangement:
        """From what was written; what makes no sense raises TypeError or ValueError."""
        return cls(
            _words(raw.get("hidden", [])),
            [int(w) for w in list(raw.get("widths", []))[:3]],
            {str(k): _words(v) for k, v in dict(raw.get("opened", {})).items()},
            _words(raw.get("pinned", [])),
            _words(raw.get("windows", [])),
            bool(raw.get("tool_folded", True)),
        )


@dataclass
class Settings:
    """What the application remembers between starts.

    Attributes
    ----------
    recent : list of str
        Paths of the newest portraits first.
    dark : bool
    keys : dict of action to shortcut
        Those that the user chose.
    round : list of str
        Small views.
    favourites : list of str
        Tools on the keys 1 to 9; an empty word for none.
    autosave : int
        Seconds between recovery files.
    undo_memory : int
        Megabytes of undo that are kept in memory.
    found : list of str
        What was chosen in the find line last.
    left_handed : bool
        The bench is mirrored: panels to the left of the clay, photos to the right.
    calm : bool
        Nothing of the bench moves by itself.
    rough : str
        One of `ROUGH`: when the clay is drawn roughly while something moves.
    pen : tuple of (float, float)
        Points of the curve from the pen's pressure to what counts as it, before any tool.
    language : str
        A code such as "en" or "de".
    units : str
        One of `LENGTHS`.
    samples : int
        One of `SAMPLES`, for each pixel of the clay at rest.
    arrangement : Arrangement
    """

    recent: list[str] = field(default_factory=list)
    dark: bool = False
    keys: dict[str, str] = field(default_factory=dict)
    round: list[str] = field(default_factory=list)
    favourites: list[str] = field(default_factory=lambda: list(FAVOURITES))
    autosave: int = 45
    undo_memory: int = 256
    found: list[str] = field(default_factory=list)
    left_handed: bool = False
    calm: bool = False
    rough: str = "slow"
    samples: int = 0
    language: str = "en"
    pen: tuple[tuple[float, float], ...] = STRAIGHT
    units: str = "mm"
    arrangement: Arrangement = field(default_factory=Arrangement)

    @classmethod
    def load(cls) -> Settings:
        """Read them; damaged settings count as none."""
        try:
            raw: Any = json.loads((config_dir() / "settings.json").read_text())
            favourites = _words(raw.get("favourites", FAVOURITES))[: len(FAVOURITES)]
            return cls(
                [p for p in _words(raw.get("recent", [])) if "\0" not in p][:MOST_RECENT],
                bool(raw.get("dark", False)),
                {str(k): str(v) for k, v in dict(raw.get("keys", {})).items()},
                _words(raw.get("round", []))[:20],
                favourites + [""] * (len(FAVOURITES) - len(favourites)),
                min(max(int(raw.get("autosave", 45)), AUTOSAVE[0]), AUTOSAVE[1]),
                min(max(int(raw.get("undo_memory", 256)), UNDO_MEMORY[0]), UNDO_MEMORY[1]),
                _words(raw.get("found", []))[:20],
                bool(raw.get("left_handed", False)),
                bool(raw.get("calm", False)),
                ROUGH[ROUGH.index(raw.get("rough", ROUGH[0]))],
                SAMPLES[SAMPLES.index(raw.get("samples", SAMPLES[0]))],
                str(raw.get("language", "en")),
                _curve(raw.get("pen", STRAIGHT)),
                LENGTHS[LENGTHS.index(raw.get("units", LENGTHS[0]))],
                Arrangement.of(dict(raw.get("arrangement", {}))),
            )
        except (OSError, ValueError, AttributeError, TypeError, RecursionError):
            return cls()

    def save(self) -> None:
        """Write them, whole or not at all; a full disk is no reason to stop working."""
        text = json.dumps(asdict(self), indent=1)
        try:
            write_atomic(config_dir() / "settings.json", text.encode(), private=True)
        except (BadFileError, OSError):
            return

    def opened(self, path: Path) -> None:
        """Put a file at the head of the recent ones."""
        name = str(path.resolve())
        self.recent = [name, *(r for r in self.recent if r != name)][:MOST_RECENT]
        self.save()


def _curve(raw: Any) -> Curve:
    try:
        return checked([[float(v) for v in point] for point in raw])
    except YewfinchError as error:
        raise ValueError(str(error)) from error


def _words(raw: Any) -> list[str]:
    if isinstance(raw, str):
        raise TypeError("a list of words is wanted")
    return [str(w) for w in raw][:200]
