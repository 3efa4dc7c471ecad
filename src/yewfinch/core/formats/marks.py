"""Marks on photos as CSV and JSON. See docs/format.md.

CSV: a header ``photo,landmark,x,y,certainty`` and one line a mark; x and y are pixels of the
upright photo from its top left corner, certainty is clear, guessed or hidden and may be left out.
A hidden mark may have empty x and y.
"""

from __future__ import annotations

import csv
import io
import json
import math
from collections.abc import Iterator
from dataclasses import replace
from pathlib import Path
from typing import Any

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.photo import CERTAINTIES, Photo, Sitter

SCHEMA = 1
COLUMNS = ("photo", "landmark", "x", "y", "certainty")
MAX_BYTES = 16 << 20
SUFFIXES = (".csv", ".json")

#: Where a row stands in the file, photo, landmark, x, y, certainty.
_Row = tuple[str, str, str, Any, Any, str]


def write_marks(sitter: Sitter, path: Path) -> int:
    """Write all marks; the suffix says how. Returns how many there are.

    Raises
    ------
    BadFileError
        If the suffix is unknown or the place cannot be written.
    """
    rows = [
        (p.name, k, p.marks.get(k), p.certainty.get(k, "clear"))
        for p in sitter.photos for k in LANDMARKS if k in p.marks or k in p.certainty
    ]  # fmt: skip
    if path.suffix.lower() == ".json":
        photos: dict[str, dict[str, Any]] = {}
        for name, key, at, certainty in rows:
            x, y = at if at is not None else (None, None)
            photos.setdefault(name, {})[key] = {"x": x, "y": y, "certainty": certainty}
        text = json.dumps({"yewfinch_marks": SCHEMA, "photos": photos}, indent=1, allow_nan=False)
    elif path.suffix.lower() == ".csv":
        out = io.StringIO(newline="")
        writer = csv.writer(out)
        writer.writerow(COLUMNS)
        for name, key, at, certainty in rows:
            writer.writerow((name, key, *(("", "") if at is None else (f"{at[0]:.3f}", f"{at[1]:.3f}")), certainty))
        text = out.getvalue()
    else:
        raise BadFileError(phrase("{0}: marks are written as .csv or .json.", path.name))
    write_atomic(path, text.encode())
    return len(rows)


def read_marks(sitter: Sitter, path: Path, only: str | None = None) -> tuple[Sitter, int]:
    """Take marks from a file, all or none.

    Parameters
    ----------
    sitter : Sitter
    path : Path
    only : str, optional
        Name of the one photo that all rows are meant for, whatever they say.

    Returns
    -------
    sitter : Sitter
        With the marks; those that the file does not name stay.
    count : int

    Raises
    ------
    BadFileError
        Naming the line and what is wrong with it.
    """
    try:
        if path.stat().st_size > MAX_BYTES:
            raise BadFileError(phrase("{0} is too large to hold marks.", path.name))
        text = path.read_text(encoding="utf-8-sig")
    except OSError as error:
        raise BadFileError(phrase("{0} cannot be read: {1}.", path.name, error.strerror)) from error
    except UnicodeDecodeError as error:
        raise BadFileError(phrase("{0} is no text file. Marks are read from .csv or .json.", path.name)) from error
    rows = _json_rows(text, path.name) if path.suffix.lower() == ".json" else _csv_rows(text, path.name)
    by_name: dict[str, list[Photo]] = {}
    for p in sitter.photos:
        by_name.setdefault(p.name, []).append(p)
    changed: dict[str, Photo] = {}
    seen: set[tuple[str, str]] = set()
    for where, name, key, x, y, certainty in rows:
        photo = _photo(by_name, only or name, where)
        if key not in LANDMARKS:
            raise BadFileError(
                phrase("{0}: '{1}' is no landmark. The abbreviations are listed in the help.", where, key[:40])
            )
        if (photo.id, key) in seen:
            raise BadFileError(
                phrase("{0}: '{1}' is given twice for '{2}'. Leave one of them.", where, key, photo.name)
            )
        seen.add((photo.id, key))
        if certainty not in CERTAINTIES:
            raise BadFileError(
                phrase("{0}: certainty must be clear, guessed or hidden, got {1}.", where, _shown(certainty))
            )
        now = changed.get(photo.id, photo)
        if certainty == "hidden" and x in ("", None) and y in ("", None):
            changed[photo.id] = now.rated(key, "hidden")
            continue
        at = _number(x, "x", where), _number(y, "y", where)
        if not (0 <= at[0] <= photo.width and 0 <= at[1] <= photo.height):
            raise BadFileError(
                phrase(
                    "{0}: ({1:g}, {2:g}) lies outside '{3}', which is {4} x {5} pixels.",
                    where,
                    at[0],
                    at[1],
                    photo.name,
                    photo.width,
                    photo.height,
                )
            )
        changed[photo.id] = now.marked(key, at).rated(key, certainty)
    if not seen:
        raise BadFileError(phrase("{0} holds no marks.", path.name))
    photos = tuple(changed.get(p.id, p) for p in sitter.photos)
    return replace(sitter, photos=photos), len(seen)


def _photo(by_name: dict[str, list[Photo]], name: str, where: str) -> Photo:
    found = by_name.get(name) or by_name.get(Path(name).stem, [])
    if not found:
        raise BadFileError(phrase("{0}: there is no photo called '{1}'.", where, name[:80]))
    if len(found) > 1:
        raise BadFileError(
            phrase("{0}: {1} photos are called '{2}'. Give them different names first.", where, len(found), name)
        )
    return found[0]


def _shown(value: Any) -> str:
    if value is None:
        return "nothing"
    return f"'{str(value)[:40]}'" if isinstance(value, (str, int, float)) else "something else"


def _number(value: Any, name: str, where: str) -> float:
    try:
        number = float(value)
    except (TypeError, ValueError, OverflowError):
        raise BadFileError(phrase("{0}: {1} must be a number, got {2}.", where, name, _shown(value))) from None
    if not math.isfinite(number):
        raise BadFileError(phrase("{0}: {1} is {2}, which is no place on a photo.", where, name, value))
    return number


def _csv_rows(text: str, name: str) -> Iterator[_Row]:
    reader = csv.reader(io.StringIO(text))
    try:
        yield from _csv_cells(reader, name)
    except csv.Error as error:
        raise BadFileError(
            phrase("{0}, line {1}: {2}. Marks have five short values a line.", name, reader.line_num + 1, error)
        ) from error


def _csv_cells(reader: Any, name: str) -> Iterator[_Row]:
    header = [c.strip().lower() for c in next(reader, [])]
    missing = [c for c in COLUMNS[:4] if c not in header]
    if missing:
        raise BadFileError(phrase("{0} is no list of marks: its first line lacks {1}.", name, ", ".join(missing)))
    for cells in reader:
        if not any(c.strip() for c in cells):
            continue
        row = dict(zip(header, (c.strip() for c in cells), strict=False))
        where = f"{name}, line {reader.line_num}"
        if any(c not in row for c in COLUMNS[:4]):
            raise BadFileError(phrase("{0}: {1} values where {2} are needed.", where, len(cells), len(header)))
        yield where, row["photo"], row["landmark"], row["x"], row["y"], row.get("certainty") or "clear"


def _json_rows(text: str, name: str) -> Iterator[_Row]:
    try:
        held = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise BadFileError(phrase("{0} is damaged: {1}.", name, error)) from error
    if not isinstance(held, dict) or not isinstance(held.get("photos"), dict) or "yewfinch_marks" not in held:
        raise BadFileError(phrase("{0} is no list of marks.", name))
    if held["yewfinch_marks"] != SCHEMA:
        raise BadFileError(phrase("{0} was written by another version ({1}).", name, str(held["yewfinch_marks"])[:20]))
    for photo, marks in held["photos"].items():
        if not isinstance(marks, dict):
            raise BadFileError(phrase("{0}: the marks of '{1}' are damaged.", name, photo))
        for key, mark in marks.items():
            if not isinstance(mark, dict):
                raise BadFileError(phrase("{0}: '{1}' of '{2}' is damaged.", name, key, photo))
            yield f"{name}, '{photo}'", photo, key, mark.get("x"), mark.get("y"), mark.get("certainty", "clear")
