"""Settings of the user and the places for caches and recovery files."""

from __future__ import annotations

import json
import os
import tempfile
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path
from typing import Any

import platformdirs

from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.files import write_atomic

NAME = "yewfinch"
MOST_RECENT = 8


def cache_dir() -> Path:
    """Where things are kept that can be made again; if nothing can be written there, a folder that is gone at the next start."""
    try:
        return _place("YEWFINCH_CACHE", platformdirs.user_cache_dir(NAME))
    except OSError:
        return _passing()


def state_dir() -> Path:
    """Where recovery files are kept."""
    return _place("YEWFINCH_STATE", platformdirs.user_state_dir(NAME))


def config_dir() -> Path:
    """Where settings are kept."""
    return _place("YEWFINCH_CONFIG", platformdirs.user_config_dir(NAME))


@cache
def _passing() -> Path:
    """A folder for this process alone."""
    return Path(tempfile.mkdtemp(prefix="yewfinch-"))


def _place(variable: str, default: str) -> Path:
    path = Path(os.environ.get(variable, default))
    path.mkdir(mode=0o700, parents=True, exist_ok=True)
    return path


@dataclass
class Settings:
    """What the application remembers between starts."""

    recent: list[str] = field(default_factory=list)
    dark: bool = False
    keys: dict[str, str] = field(default_factory=dict)
    round: list[str] = field(default_factory=list)

    @classmethod
    def load(cls) -> Settings:
        """Read them; damaged settings count as none."""
        try:
            raw: Any = json.loads((config_dir() / "settings.json").read_text())
            return cls(
                [str(p) for p in raw.get("recent", []) if "\0" not in str(p)][:MOST_RECENT],
                bool(raw.get("dark", False)),
                {str(k): str(v) for k, v in dict(raw.get("keys", {})).items()},
                [str(n) for n in raw.get("round", [])][:20],
            )
        except (OSError, ValueError, AttributeError, TypeError, RecursionError):
            return cls()

    def save(self) -> None:
        """Write them, whole or not at all; a full disk is no reason to stop working."""
        text = json.dumps({"recent": self.recent, "dark": self.dark, "keys": self.keys, "round": self.round}, indent=1)
        try:
            write_atomic(config_dir() / "settings.json", text.encode(), private=True)
        except (BadFileError, OSError):
            return

    def opened(self, path: Path) -> None:
        """Put a file at the head of the recent ones."""
        name = str(path.resolve())
        self.recent = [name, *(r for r in self.recent if r != name)][:MOST_RECENT]
        self.save()
