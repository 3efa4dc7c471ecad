"""Model files in and out. A format is a file in `exchange` with `FORMATS`; nothing else needs a line for it."""

from __future__ import annotations

import importlib
import pkgutil
from dataclasses import replace
from functools import cache
from pathlib import Path

import numpy as np

from yewfinch.core.formats import exchange as files
from yewfinch.core.formats.exchange.model import Format, Model, Shape, merged
from yewfinch.core.shared import memory
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.phrases import phrase

#: Largest file that is opened, bytes.
MAX_BYTES = 4 << 30
#: Reading takes at most about so many times a file's size; more bodies than this become one.
TIMES_SIZE, MOST_BODIES = 6, 500


_formats: dict[str, Format] = {}


def register(kind: Format) -> None:
    """Add a format.

    Raises
    ------
    ValueError
        If there is one of its suffix.
    """
    if kind.suffix in _formats:
        raise ValueError(phrase("{0} and {1} are both for {2}", kind.title, _formats[kind.suffix].title, kind.suffix))
    _formats[kind.suffix] = kind


def forget(suffix: str) -> None:
    """Take a format out again.

    Raises
    ------
    KeyError
        If there is none of that suffix.
    """
    del _formats[suffix]


def formats() -> dict[str, Format]:
    """All formats by suffix, as their places say."""
    _find()
    return {f.suffix: f for f in sorted(_formats.values(), key=lambda f: f.place)}


@cache
def _find() -> None:
    """Register what the files in `exchange` declare; those that only help others declare nothing."""
    for module in pkgutil.iter_modules(files.__path__, f"{files.__name__}."):
        for kind in getattr(importlib.import_module(module.name), "FORMATS", ()):
            register(kind)


def writable() -> dict[str, Format]:
    """The formats that can be written, by suffix."""
    return {k: f for k, f in formats().items() if f.write is not None}


def format_of(path: Path) -> Format:
    """The format a file name asks for.

    Raises
    ------
    BadFileError
        If there is no such format.
    """
    found = formats().get(path.suffix.lower())
    if found is None:
        known = ", ".join(s.lstrip(".").upper() for s in formats())
        raise BadFileError(phrase("{0}: files of this kind are not known. Use one of {1}.", path.name, known))
    return found


def read_model(path: Path) -> Model:
    """Read all bodies of a file.

    Raises
    ------
    BadFileError
        If the file is missing, damaged, empty or too large.
    """
    kind = format_of(path)
    try:
        size = path.stat().st_size
        if size > MAX_BYTES:
            raise BadFileError(phrase("{0} is larger than {1} GB and is not opened.", path.name, MAX_BYTES >> 30))
        if TIMES_SIZE * size > memory.free():
            raise BadFileError(
                phrase(
                    "{0} is too large for the memory that is free here. Close other programs, or reduce it first.",
                    path.name,
                )
            )
        with np.errstate(all="ignore"):  # what overflows is no number, and is refused below
            model = kind.read(path)
    except OSError as error:
        raise BadFileError(
            phrase("{0} cannot be read: {1}.", path.name, error.strerror or "its disk does not answer")
        ) from error
    except MemoryError as error:
        raise BadFileError(
            phrase("{0} needs more memory than is free here. Close other programs, or reduce it first.", path.name)
        ) from error
    shapes = [s for s in model.shapes if len(s.positions) and len(s.faces)]
    if not shapes:
        raise BadFileError(phrase("{0} holds no faces; there is nothing to import.", path.name))
    for s in shapes:
        if not np.isfinite(s.positions).all():
            raise BadFileError(phrase("{0} holds positions that are not numbers.", path.name))
        if s.faces.min() < 0 or s.faces.max() >= len(s.positions):
            raise BadFileError(phrase("{0} has faces that name vertices it does not have.", path.name))
    notes = model.notes
    if len(shapes) > MOST_BODIES:
        notes = (
            *notes,
            f"Its {grouped(len(shapes))} bodies came as one piece; 'Split into loose parts' tells them apart again.",
        )
        shapes = [replace(merged(shapes), name=path.stem)]
    return Model(shapes, model.unit, notes)


def read_shapes(path: Path) -> list[Shape]:
    """As `read_model`, bodies only, in the file's own unit."""
    return read_model(path).shapes


def write_shapes(path: Path, shapes: list[Shape]) -> None:
    """Write bodies in the format of the file's suffix, whole or not at all.

    Raises
    ------
    BadFileError
        If the format is only read, or the place cannot be written.
    """
    kind = format_of(path)
    if kind.write is None:
        raise BadFileError(
            phrase(
                "{0}: files of this kind are read only. Use one of {1}.",
                path.name,
                ", ".join(s.lstrip(".").upper() for s in writable()),
            )
        )
    more = {} if kind.beside is None else kind.beside(shapes, path.stem)
    for name, data in more.items():
        write_atomic(path.with_name(name), data)
    write_atomic(path, kind.write([replace(s, stem=path.stem) for s in shapes]))
