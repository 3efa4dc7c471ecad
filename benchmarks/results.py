"""What was measured, beside its budget: a line each, and in the end what was missed."""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import Any

BUDGETS: dict[str, dict[str, Any]] = tomllib.loads(Path(__file__).with_name("budgets.toml").read_text())
_values: dict[str, float] = {}


def within(key: str, value: float) -> bool:
    """Whether a value keeps its budget.

    Raises
    ------
    KeyError
        If there is no budget of that key.
    """
    budget = BUDGETS[key]
    return value <= budget.get("most", float("inf")) and value >= budget.get("least", float("-inf"))


def asked(key: str) -> str:
    """A budget in words."""
    budget = BUDGETS[key]
    limit = f"at most {budget['most']:g}" if "most" in budget else f"at least {budget['least']:g}"
    return f"{limit} {budget['unit']}"


def measured(key: str, value: float, title: str, detail: str = "") -> None:
    """Print a measurement that has a budget, and remember it."""
    _values[key] = value
    kept = "kept" if within(key, value) else "MISSED"
    print(f"{title:58s} {value:8.2f}  {asked(key)}: {kept}{'  (' + detail + ')' if detail else ''}", flush=True)


def said(title: str, text: str) -> None:
    """Print something that has no budget."""
    print(f"{title:58s} {text}", flush=True)


def verdict() -> int:
    """Say which budgets were missed or not measured; 1 if there are any, else 0."""
    missed = [key for key, value in _values.items() if not within(key, value)]
    unmeasured = [key for key in BUDGETS if key not in _values]
    for key in missed:
        print(f"missed: {key} {_values[key]:.2f}, {asked(key)}", flush=True)
    for key in unmeasured:
        print(f"not measured: {key}", flush=True)
    print("all budgets are kept" if not missed and not unmeasured else f"{len(missed)} missed", flush=True)
    return 1 if missed or unmeasured else 0
