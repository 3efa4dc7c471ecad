"""A short name for the marks of a sitter as they were solved, to tell whether they have changed since."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping

from yewfinch.core.sitter.photo import Sitter


def digest(sitter: Sitter) -> str:
    """A short name for everything the solve depends on."""
    told = [
        (
            p.id,
            p.width,
            p.height,
            p.lens,
            p.cut,
            p.mouth_open,
            _numbers(p.marks),
            sorted(p.certainty.items()),
            _numbers(p.spans),
            _lines(p.curves),
        )
        for p in sitter.photos
    ]
    known = [(d.start, d.end, float(d.mm), float(d.spread)) for d in sitter.known]
    return hashlib.sha256(repr((told, known, sitter.kind, sitter.age, sitter.years)).encode()).hexdigest()[:16]


def _lines(curves: Mapping[str, tuple[tuple[float, float], ...]]) -> list[tuple[str, tuple[float, ...]]]:
    return _numbers({k: tuple(v for point in line for v in point) for k, line in curves.items()})


def _numbers(table: Mapping[str, tuple[float, ...]]) -> list[tuple[str, tuple[float, ...]]]:
    return sorted((k, tuple(round(float(v), 4) for v in values)) for k, values in table.items())
