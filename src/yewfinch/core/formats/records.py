"""Records as plain values that a file can hold."""

from __future__ import annotations

from typing import Any

import msgspec


def as_record(thing: Any) -> Any:
    """A dataclass or struct as dictionaries, lists, text and numbers; phrases become the English text that they are.

    Raises
    ------
    TypeError
        If something in it has no plain form.
    """
    return msgspec.to_builtins(thing, enc_hook=_plain)


def _plain(thing: Any) -> str:
    if isinstance(thing, str):
        return str(thing)
    raise TypeError(f"no file can hold a {type(thing).__name__}")
