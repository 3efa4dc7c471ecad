"""The manifest of a portrait: its schema, with a range for every value, and the way to and from JSON.

The schema is checked on reading and on writing. What comes from a file and does not satisfy it is refused with a
sentence;
what the program itself would write against it is mended, so that no slip of ours costs anybody the file.
"""

from __future__ import annotations

import json
import logging
import math
import re
from collections.abc import Mapping
from typing import Annotated, Any

import msgspec
import numpy as np

from yewfinch.core.anatomy.lore.measures import MeasureKind
from yewfinch.core.document.model.laid import Laid
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.swatches import SWATCHES
from yewfinch.core.formats.figure_records import FigureRecord, PoseRecord, figure_manifest, pose_manifest
from yewfinch.core.formats.layer_records import layer_manifest, state_manifest
from yewfinch.core.formats.piece_records import PieceRecord, piece_manifest
from yewfinch.core.formats.records import as_record
from yewfinch.core.formats.sitter_records import SitterRecord, sitter_manifest
from yewfinch.core.formats.stamp_records import StampRecord, StencilRecord, stamp_manifest, stencil_manifest
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.reshape.part_turn import Bent
from yewfinch.core.shared.bounds import LONGEST_NAME, LONGEST_TEXT, Count, Id, Name, Real
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.calipers import Caliper

SCHEMA = 1
MAX_PIECES, MAX_RULES, MAX_GUIDES = 2000, 1000, 1000
#: Deepest nesting of unknown keys that are kept, and the most values of a mended manifest.
_DEEPEST, _MOST_MENDED = 50, 1000


class Header(msgspec.Struct):
    """What wrote the file."""

    schema: Count
    units: Name = "mm"


class RuleRecord(msgspec.Struct):
    """An own proportion rule as it is written."""

    key: Name
    title: Name
    kind: MeasureKind
    landmarks: tuple[str, ...]
    ideal: Real | None = None


class BentRecord(msgspec.Struct):
    """Turned parts of a piece as they are written; the turns are an array."""

    on: bool = False


Byte = Annotated[int, msgspec.Meta(ge=0, le=255)]


class Manifest(msgspec.Struct):
    """All that a portrait is, but its arrays and pictures."""

    yewfinch: Header
    name: Name = "Untitled portrait"
    pieces: Annotated[list[PieceRecord], msgspec.Meta(max_length=MAX_PIECES)] = []
    landmarks: dict[str, Anchor] = {}
    lines: dict[str, tuple[Anchor, ...]] = {}
    guides: Annotated[list[tuple[Anchor, ...]], msgspec.Meta(max_length=MAX_GUIDES)] = []
    sitter: SitterRecord = msgspec.field(default_factory=SitterRecord)
    calipers: Annotated[list[Caliper], msgspec.Meta(max_length=MAX_RULES)] = []
    rules: Annotated[tuple[RuleRecord, ...], msgspec.Meta(max_length=MAX_RULES)] = ()
    stamps: list[StampRecord] = []
    stencil: StencilRecord | None = None
    figure: FigureRecord | None = None
    pose: PoseRecord | None = None
    bent: dict[Id, BentRecord] = {}
    laid: dict[Id, Laid] = {}
    swatches: Annotated[tuple[tuple[Byte, Byte, Byte], ...], msgspec.Meta(max_length=SWATCHES)] = ()


def parsed(text: bytes, name: str) -> tuple[dict[str, Any], Manifest]:
    """A manifest from its JSON: as plain values, and by its schema.

    Raises
    ------
    BadFileError
        Naming the file and the value that is wrong.
    """
    try:
        raw = json.loads(text, parse_constant=_no_number, parse_float=_number, parse_int=_whole)
        manifest = msgspec.convert(raw, Manifest)
    except msgspec.ValidationError as error:
        raise BadFileError(phrase("{0} is damaged: in its manifest, {1}.", name, _plain(error))) from error
    except _NumberError as error:
        raise BadFileError(phrase("{0} is damaged: its manifest holds {1}.", name, error)) from error
    except (ValueError, RecursionError) as error:  # ValueError: no JSON, or no UTF-8
        raise BadFileError(phrase("{0} is damaged: its manifest cannot be read.", name)) from error
    if _too_deep(raw):
        raise BadFileError(phrase("{0} is damaged: its manifest is nested absurdly deep.", name))
    if manifest.yewfinch.schema > SCHEMA:
        raise BadFileError(
            phrase(
                "{0} was written by a later version (schema {1}, this one reads {2}). Open it with that version.",
                name,
                manifest.yewfinch.schema,
                SCHEMA,
            )
        )
    return raw, manifest


class _NumberError(ValueError):
    """A number in a manifest that cannot be kept."""


def _no_number(text: str) -> float:
    raise _NumberError(phrase("{0}, which is no number", text))


def _number(text: str) -> float:
    value = float(text)
    if not math.isfinite(value):  # 1e400 is valid JSON
        raise _NumberError(phrase("{0}, which is no number that can be kept", text[:20]))
    return value


def _whole(text: str) -> int:
    if len(text) > 19:
        raise _NumberError(phrase("{0}, which is no number that can be kept", text[:20]))
    return int(text)


def _too_deep(value: Any, depth: int = 0) -> bool:
    if depth > _DEEPEST:
        return True
    inner = value.values() if isinstance(value, dict) else value if isinstance(value, list) else ()
    return any(_too_deep(v, depth + 1) for v in inner)


def _plain(error: msgspec.ValidationError) -> str:
    """What the schema has to say, as words that a stranger can use."""
    said, _, where = str(error).partition(" - at `$.")
    said = re.sub(
        r"`([^`]*)`",
        lambda m: _PLAIN_TYPES.get(m[1].split(" ")[0], m[1].split(" ")[0]) + m[1][len(m[1].split(" ")[0]) :],
        said,
    )
    said = said[:1].lower() + said[1:]
    return f"{said} at {where.rstrip('`')}" if where else said


#: The schema's words for kinds of values, in plain English.
_PLAIN_TYPES = {
    "float": "a number",
    "int": "a whole number",
    "str": "a text",
    "bool": "true or false",
    "object": "a record",
    "array": "a list",
    "null": "nothing",
}


def manifest_of(portrait: Portrait) -> dict[str, Any]:
    """The manifest as plain values that satisfy the schema, unknown keys of the opened file kept."""
    pieces = [
        {**piece_manifest(p), "layers": layer_manifest(portrait, p), "states": state_manifest(portrait, p)}
        for p in portrait.pieces.values()
    ]
    known = {
        "yewfinch": {"schema": SCHEMA, "units": "mm"},
        "name": portrait.name,
        "pieces": pieces,
        "landmarks": {k: as_record(a) for k, a in portrait.anchors.items()},
        "lines": {k: [as_record(a) for a in v] for k, v in portrait.lines.items()},
        "guides": [[as_record(a) for a in guide] for guide in portrait.guides],
        "sitter": sitter_manifest(portrait.sitter),
        "rules": [
            {"key": r.key, "title": r.title, "kind": r.kind, "landmarks": list(r.landmarks), "ideal": r.ideal}
            for r in portrait.rules
        ],
        "calipers": [as_record(c) for c in portrait.calipers],
        "stamps": stamp_manifest(portrait),
        "stencil": stencil_manifest(portrait),
        "figure": figure_manifest(portrait.figure),
        "pose": pose_manifest(portrait.posed),
        "bent": {k: {"on": b.on} for k, b in bents(portrait).items()},
        "swatches": [list(c) for c in portrait.swatches],
        "laid": {k: as_record(v) for k, v in portrait.laid.items() if k in portrait.pieces},
    }
    merged = _merge(portrait.unknown, mended(known))
    assert isinstance(merged, dict)
    return merged


def bents(portrait: Portrait) -> dict[str, Bent]:
    """Turned parts of pieces that are there, and have the vertices they had."""
    return {k: b for k, b in portrait.bent.items() if k in portrait.pieces and len(portrait.surface(k)) == len(b.was)}


def mended(manifest: dict[str, Any]) -> dict[str, Any]:
    """A manifest without what its schema would refuse, so that it can be read again.

    What is left out stands in the log. There is nothing of it unless an edit let a value through that no file may hold.
    """
    manifest = _of_python(manifest)
    for _ in range(_MOST_MENDED):
        wrong = _refused(manifest)
        if wrong is None:
            return manifest
        logging.getLogger(__name__).error("a value was left out of a portrait's file: %s", wrong)
        _mend(manifest, _steps(wrong))
    raise BadFileError(
        "The portrait holds too many values that no file can hold. Undo the last steps, then save again."
    )


def _of_python(value: Any) -> Any:
    """A tree with NumPy's numbers as Python's, and phrases as plain text: the schema takes no others."""
    if isinstance(value, dict):
        return {str(k): _of_python(v) for k, v in value.items()}
    if isinstance(value, (list, tuple)):
        return [_of_python(v) for v in value]
    if isinstance(value, str):
        return str(value)
    return value.item() if isinstance(value, np.generic) else value


def _refused(manifest: dict[str, Any]) -> str | None:
    """What the schema says against a manifest."""
    try:
        msgspec.convert(manifest, Manifest)
    except msgspec.ValidationError as error:
        return str(error)
    return None


def _steps(wrong: str) -> list[str | int]:
    """The way to a value as the schema tells it.

    `$.sitter.photos[0].turn`, or `$.landmarks[...]` for any of a mapping.
    """
    where = wrong.partition(" - at `")[2]
    return [int(i) if i.isdigit() else i or k for k, i in re.findall(r"\.([^.\[\]`]+)|\[([^\]]*)\]", where)]


def _mend(manifest: dict[str, Any], steps: list[str | int]) -> None:
    """Shorten the text at a place, or leave out the value; of a mapping those of its values that are refused."""
    held: Any = manifest
    for depth, step in enumerate(steps):
        if step == "...":
            whole = dict(held)
            held.clear()
            for key, value in whole.items():
                held[key] = value
                if _steps(_refused(manifest) or "")[: depth + 1] == steps[: depth + 1]:
                    del held[key]
            return
        if depth == len(steps) - 1:
            if isinstance(held[step], str) and len(held[step]) > LONGEST_NAME:
                held[step] = held[step][: LONGEST_TEXT if len(held[step]) > LONGEST_TEXT else LONGEST_NAME]
            else:
                del held[step]
            return
        held = held[step]


#: Whole values that replace what was read: keys in them are data, not fields.
_DATA = (
    "landmarks",
    "lines",
    "guides",
    "rules",
    "marks",
    "calipers",
    "standpoint",
    "certainty",
    "spans",
    "curves",
    "drawings",
    "crop",
    "known",
    "solution",
    "figure",
    "pose",
    "bent",
    "laid",
    "regions",
    "armature",
    "levels",
    "layers",
    "states",
    "stamps",
    "stencil",
    "swatches",
)


def _merge(old: Any, new: Any, key: str = "") -> Any:
    """`new`, with the keys only `old` has; lists of records are matched by their id."""
    if key in _DATA:
        return new
    if isinstance(old, Mapping) and isinstance(new, Mapping):
        out = {k: _merge(old.get(k), v, k) for k, v in new.items()}
        return {**{k: v for k, v in old.items() if k not in new}, **out}
    if isinstance(old, list) and isinstance(new, list):
        by_id = {o["id"]: o for o in old if isinstance(o, Mapping) and isinstance(o.get("id"), str)}
        return [_merge(by_id.get(n["id"]), n) if isinstance(n, Mapping) and "id" in n else n for n in new]
    return new
