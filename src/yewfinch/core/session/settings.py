"""What the application remembers of its user between starts."""

from __future__ import annotations

import json
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.folders import config_dir

MOST_RECENT = 8


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
