"""The folders of the user in which caches, recovery files and settings are kept."""

from __future__ import annotations

import os
import tempfile
from functools import cache
from pathlib import Path

import platformdirs

NAME = "yewfinch"


def cache_dir() -> Path:
    """Where things are kept that can be made again.

    If nothing can be written there, a folder that is gone at the next start.
    """
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
