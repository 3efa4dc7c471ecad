"""PLY (Turk 1994), binary or ASCII in, binary little-endian out, with vertex colours."""

from __future__ import annotations

import io
import re
from array import array
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

import numpy as np

from yewfinch.core.formats.exchange.model import MADE_BY, Format, Model, Shape, exported, merged, unit_said
from yewfinch.core.formats.exchange.polygons import MOST_CORNERS, cut
from yewfinch.core.formats.exchange.welding import welded
from yewfinch.core.mesh.surface.channel_spec import ChannelSpec
from yewfinch.core.shared.arrays import MAX_FACES, MAX_VERTICES
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase

_TYPES = {
    "char": "i1", "int8": "i1", "uchar": "u1", "uint8": "u1", "short": "i2", "int16": "i2",
    "ushort": "u2", "uint16": "u2", "int": "i4", "int32": "i4", "uint": "u4", "uint32": "u4",
    "float": "f4", "float32": "f4", "double": "f8", "float64": "f8",
}  # fmt: skip
_ORDERS = {"binary_little_endian": "<", "binary_big_endian": ">"}
_LIMITS = {"vertex": MAX_VERTICES, "face": MAX_FACES}
#: Lists of faces that are read; others are passed over.
_INDICES = ("vertex_indices", "vertex_index")
#: Names under which vertices hold texture coordinates.
_TEXTURED = (("s", "t"), ("u", "v"), ("texture_u", "texture_v"))
_LONGEST_HEADER, _MOST_ELEMENTS, _LONGEST_LINE = 1 << 16, 100, 4 << 20


def write(shapes: list[Shape]) -> bytes:
    """One mesh of all bodies, quads kept, millimetres."""
    s = merged(shapes)
    assert s.colour is not None
    tri = s.faces[:, 3] == s.faces[:, 2]
    beside = [spec for spec in exported() if spec.name in s.channels]
    head = (
        f"ply\nformat binary_little_endian 1.0\ncomment {MADE_BY}\ncomment units: millimetres\n"
        f"element vertex {len(s.positions)}\n"
        "property float x\nproperty float y\nproperty float z\n"
        "property uchar red\nproperty uchar green\nproperty uchar blue\nproperty uchar alpha\n"
        f"{''.join(_properties(spec) for spec in beside)}"
        f"element face {len(s.faces)}\nproperty list uchar int vertex_indices\nend_header\n"
    )
    kinds = [(spec.exported, "u1" if spec.dtype == "uint8" else "<f4", (spec.width,)) for spec in beside]
    rows = np.empty(len(s.positions), [("p", "<f4", (3,)), ("c", "u1", (4,)), *kinds])
    rows["p"], rows["c"] = s.positions, s.colour
    for spec in beside:
        rows[spec.exported] = s.channels[spec.name]
    if not tri.any():
        quads = np.empty(len(s.faces), [("n", "u1"), ("i", "<i4", 4)])
        quads["n"], quads["i"] = 4, s.faces
        body = quads.tobytes()
    else:
        parts = np.empty((len(s.faces), 17), np.uint8)
        parts[:, 0] = np.where(tri, 3, 4)
        parts[:, 1:] = s.faces.astype("<i4").view(np.uint8).reshape(-1, 16)
        keep = np.ones(parts.shape, bool)
        keep[tri, 13:] = False
        body = parts[keep].tobytes()
    return head.encode() + rows.tobytes() + body


def read(path: Path) -> Model:
    """Read vertices with colours, and faces of three or more corners; other elements and properties are passed over.

    Vertices that only texture coordinates tear apart are joined, and the coordinates kept by corner.
    """
    data = path.read_bytes()
    head, at = _header(data, path.name)
    for e in head.elements:
        if e.count > _LIMITS.get(e.name, MAX_FACES) or e.count > len(data):
            raise BadFileError(
                phrase("{0} claims {1} of '{2}', more than it can hold.", path.name, grouped(e.count), e.name)
            )
    tables = {}
    source = _Words(data[at:], path.name) if head.kind == "ascii" else _Bytes(data, at, head.kind, path.name)
    for e in head.elements:
        found = source.element(e)
        if e.name in ("vertex", "face"):
            tables[e.name] = found
    if "vertex" not in tables or "face" not in tables:
        raise BadFileError(phrase("{0} has no vertices or no faces.", path.name))
    return Model([_shape(tables["vertex"], tables["face"], path, own=head.own)], head.unit)


def _shape(vertex: _Table, face: _Table, path: Path, *, own: bool) -> Shape:
    missing = [k for k in "xyz" if k not in vertex.columns]
    key = next((k for k in ("vertex_indices", "vertex_index") if k in face.lists), None)
    if missing or key is None:
        raise BadFileError(phrase("{0} has vertices without places, or faces without vertices.", path.name))
    at = np.stack([vertex.columns[k].astype(np.float64) for k in "xyz"], axis=1)
    counts, corners = face.lists[key]
    slots = cut(corners, counts, at, path.name, own=own)
    faces, positions = corners[slots].astype(np.int32), at.astype(np.float32)
    colour = _colour(vertex.columns, len(at))
    beside = {spec.name: values for spec in exported() if (values := _channel(vertex.columns, spec)) is not None}
    pair = next((p for p in _TEXTURED if p[0] in vertex.columns and p[1] in vertex.columns), None)
    if pair is None or not len(faces):
        return Shape(path.stem, positions, faces, colour, channels=beside)
    uv = np.stack([vertex.columns[k].astype(np.float32) for k in pair], axis=1)[faces]
    rows, faces = welded(positions, faces, colour, *beside.values())
    return Shape(
        path.stem,
        positions[rows],
        faces,
        None if colour is None else colour[rows],
        uv,
        {k: v[rows] for k, v in beside.items()},
    )


@dataclass(frozen=True)
class _Element:
    """One element of the header: properties are (name, type, type of the length or empty)."""

    name: str
    count: int
    properties: list[tuple[str, str, str]] = field(default_factory=list)


@dataclass
class _Header:
    kind: str = ""
    own: bool = False
    unit: str | None = None
    elements: list[_Element] = field(default_factory=list)


@dataclass
class _Table:
    """What an element holds: columns of numbers, and lists as their lengths (count,) and all values."""

    columns: dict[str, np.ndarray]
    lists: dict[str, tuple[np.ndarray, np.ndarray]]


def _header(data: bytes, name: str) -> tuple[_Header, int]:
    """What the file says of itself, and where its data begin."""
    end = re.search(rb"[\r\n]end_header[ \t]*(\r\n|\n|\r)", data[:_LONGEST_HEADER])
    if not data.startswith(b"ply") or end is None:
        raise BadFileError(phrase("{0} is not a PLY file.", name))
    out = _Header()
    for line in data[: end.start()].decode("latin-1").splitlines():
        words = line.split()
        try:
            match words[:1]:
                case ["format"]:
                    out.kind = words[1]
                case ["comment"] if MADE_BY in line:
                    out.own = True
                case ["comment" | "obj_info"] if "unit" in line.lower() and out.unit is None:
                    out.unit = unit_said(line)
                case ["element"]:
                    out.elements.append(_Element(words[1], int(words[2])))
                case ["property"] if words[1] == "list":
                    out.elements[-1].properties.append((words[4], _TYPES[words[3]], _TYPES[words[2]]))
                case ["property"]:
                    out.elements[-1].properties.append((words[2], _TYPES[words[1]], ""))
        except (ValueError, IndexError, KeyError) as error:
            raise BadFileError(phrase("{0} has a header that is damaged: '{1}'.", name, line[:60])) from error
    if (
        out.kind not in ("ascii", *_ORDERS)
        or any(e.count < 0 for e in out.elements)
        or len(out.elements) > _MOST_ELEMENTS
    ):
        raise BadFileError(phrase("{0} is a PLY file of a kind that does not exist.", name))
    if any(
        len(e.properties) > _MOST_ELEMENTS or len({p[0] for p in e.properties}) < len(e.properties)
        for e in out.elements
    ):
        raise BadFileError(phrase("{0} has a header that is damaged: properties are given twice.", name))
    return out, end.end()


class _Bytes:
    """Elements of a binary file, one after another."""

    def __init__(self, data: bytes, at: int, kind: str, name: str) -> None:
        self._data, self._at, self._order, self._name = data, at, _ORDERS[kind], name

    def element(self, e: _Element) -> _Table:
        """The next element."""
        if not e.count:
            return _Table(
                {k: np.zeros(0) for k, _, n in e.properties if not n},
                {k: (np.zeros(0, np.int64), np.zeros(0, np.int64)) for k, _, n in e.properties if n},
            )
        lengths = self._lengths(self._at, e)
        dtype = self._record(e, lengths)
        end = self._at + dtype.itemsize * e.count
        if end <= len(self._data):  # all rows alike, as in most files
            rows = np.frombuffer(self._data, dtype, e.count, self._at)
            if all((rows[f"length of {k}"] == lengths[k]).all() for k in lengths):
                self._at = end
                return _Table(
                    {k: rows[k] for k, _, n in e.properties if not n},
                    {
                        k: (np.full(e.count, lengths[k], np.int64), rows[k].astype(np.int64).ravel())
                        for k, _, n in e.properties
                        if n
                    },
                )
        elif not lengths:
            raise BadFileError(phrase("{0} is cut short.", self._name))
        return self._rows(e)

    def _record(self, e: _Element, lengths: dict[str, int]) -> np.dtype[Any]:
        parts: list[Any] = []
        for k, kind, n in e.properties:
            parts += (
                [(k, self._order + kind)]
                if not n
                else [(f"length of {k}", self._order + n), (k, self._order + kind, (lengths[k],))]
            )
        return np.dtype(parts)

    def _lengths(self, at: int, e: _Element) -> dict[str, int]:
        """Lengths of the lists of the row at `at`."""
        out = {}
        for k, kind, n in e.properties:
            if n:
                out[k] = self._length(at, n)
                at += np.dtype(n).itemsize + out[k] * np.dtype(kind).itemsize
            else:
                at += np.dtype(kind).itemsize
        return out

    def _length(self, at: int, kind: str) -> int:
        size = np.dtype(kind).itemsize
        if kind[0] == "f" or at + size > len(self._data):
            raise BadFileError(phrase("{0} is cut short, or its lists are damaged.", self._name))
        found = int.from_bytes(
            self._data[at : at + size], "little" if self._order == "<" else "big", signed=kind[0] == "i"
        )
        if not 0 <= found <= MOST_CORNERS:
            raise BadFileError(phrase("{0} has a list of {1} values, which no face has.", self._name, found))
        return found

    def _rows(self, e: _Element) -> _Table:
        """Row by row, for lists of different lengths."""
        counts: dict[str, array[int]] = {k: array("q") for k, _, n in e.properties if n}
        values: dict[str, list[np.ndarray]] = {k: [] for k, _, _ in e.properties}
        for _ in range(e.count):
            for k, kind, n in e.properties:
                size = 1
                if n:
                    size = self._length(self._at, n)
                    counts[k].append(size)
                    self._at += np.dtype(n).itemsize
                width = np.dtype(kind).itemsize * size
                if self._at + width > len(self._data):
                    raise BadFileError(phrase("{0} is cut short.", self._name))
                if n and k not in _INDICES:
                    counts[k][-1] = 0  # passed over
                else:
                    values[k].append(np.frombuffer(self._data, self._order + kind, size, self._at))
                self._at += width
        whole = {k: np.concatenate(v) if v else np.zeros(0, np.int64) for k, v in values.items()}
        return _Table(
            {k: whole[k] for k, _, n in e.properties if not n},
            {k: (np.array(c, np.int64), whole[k].astype(np.int64)) for k, c in counts.items()},
        )


class _Words:
    """Elements of a text file, one after another, a line a row."""

    def __init__(self, data: bytes, name: str) -> None:
        self._lines, self._name = io.BytesIO(data), name

    def _row(self) -> list[bytes]:
        while line := self._lines.readline(_LONGEST_LINE):
            if len(line) == _LONGEST_LINE:
                raise BadFileError(
                    phrase("{0} has a line of more than {1} million characters.", self._name, _LONGEST_LINE >> 20)
                )
            if line.strip():
                return line.split()
        raise BadFileError(phrase("{0} ends before its last row.", self._name))

    def element(self, e: _Element) -> _Table:
        """The next element."""
        columns = {k: array("d") for k, _, n in e.properties if not n}
        lists = {k: (array("q"), array("q")) for k, _, n in e.properties if n}
        for _ in range(e.count):
            words, at = self._row(), 0
            try:
                for k, _, n in e.properties:
                    if not n:
                        columns[k].append(float(words[at]))
                        at += 1
                        continue
                    size = int(words[at])
                    if size < 0 or at + size >= len(words) + (size == 0):
                        raise BadFileError(
                            phrase("{0} has a list of {1} values in a row of {2}.", self._name, size, len(words))
                        )
                    if k in _INDICES:
                        lists[k][0].append(size)
                        lists[k][1].extend(int(w) for w in words[at + 1 : at + 1 + size])
                    at += size + 1
            except (ValueError, IndexError, OverflowError) as error:
                raise BadFileError(
                    phrase("{0} has a row that is damaged: '{1}'.", self._name, b" ".join(words)[:60].decode("latin-1"))
                ) from error
        kinds = {k: kind for k, kind, _ in e.properties}
        return _Table(
            {
                k: np.array(v)
                if kinds[k][0] == "f"
                else np.clip(np.nan_to_num(np.array(v)), -(2.0**31), 2.0**32).astype(np.int64)
                for k, v in columns.items()
            },
            {k: (np.array(c, np.int64), np.array(v, np.int64)) for k, (c, v) in lists.items()},
        )


def _bytes(columns: dict[str, np.ndarray], key: str) -> np.ndarray | None:
    """A column as bytes (n, 1); parts of one are spread over them."""
    if key not in columns:
        return None
    values = columns[key]
    whole = np.issubdtype(values.dtype, np.integer)
    return np.clip(values if whole else values * 255.0 + 0.5, 0, 255).astype(np.uint8)[:, None]


def _names(spec: ChannelSpec) -> list[str]:
    """What the properties of a channel are called, one for each of its values."""
    return [spec.exported] if spec.width == 1 else [f"{spec.exported}_{k}" for k in range(spec.width)]


def _properties(spec: ChannelSpec) -> str:
    """The lines of a header that declare a channel."""
    kind = "uchar" if spec.dtype == "uint8" else "float"
    return "".join(f"property {kind} {name}\n" for name in _names(spec))


def _channel(columns: dict[str, np.ndarray], spec: ChannelSpec) -> np.ndarray | None:
    """A channel's columns, (n, width); None if they are not all there."""
    if not all(name in columns for name in _names(spec)):
        return None
    if spec.dtype == "uint8":
        return np.concatenate([b for name in _names(spec) if (b := _bytes(columns, name)) is not None], axis=1)
    return np.nan_to_num(np.stack([columns[name] for name in _names(spec)], axis=1)).astype(np.float32)


def _colour(columns: dict[str, np.ndarray], count: int) -> np.ndarray | None:
    if not all(k in columns for k in ("red", "green", "blue")):
        return None
    out = np.full((count, 4), 255, np.uint8)
    for i, k in enumerate(("red", "green", "blue", "alpha")):
        values = _bytes(columns, k)
        if values is not None:
            out[:, i] = values[:, 0]
    return out


FORMATS = (Format(".ply", "PLY", "millimetres, said in a comment", True, read, write, 10),)
