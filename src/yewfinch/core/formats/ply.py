"""PLY (Turk 1994), binary or ASCII in, binary little-endian out, with vertex colours."""

from __future__ import annotations

from pathlib import Path

import numpy as np

from yewfinch.core.formats.exchange import Format, Shape, merged
from yewfinch.core.shared.arrays import MAX_FACES, MAX_VERTICES, IndexArray
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import BadFileError

_TYPES = {
    "char": "i1", "int8": "i1", "uchar": "u1", "uint8": "u1", "short": "i2", "int16": "i2",
    "ushort": "u2", "uint16": "u2", "int": "i4", "int32": "i4", "uint": "u4", "uint32": "u4",
    "float": "f4", "float32": "f4", "double": "f8", "float64": "f8",
}  # fmt: skip


def write(shapes: list[Shape]) -> bytes:
    """One mesh of all bodies, quads kept, millimetres."""
    s = merged(shapes)
    assert s.colour is not None
    tri = s.faces[:, 3] == s.faces[:, 2]
    head = (
        "ply\nformat binary_little_endian 1.0\ncomment made by Yewfinch\ncomment units: millimetres\n"
        f"element vertex {len(s.positions)}\n"
        "property float x\nproperty float y\nproperty float z\n"
        "property uchar red\nproperty uchar green\nproperty uchar blue\nproperty uchar alpha\n"
        f"{'' if s.roughness is None else 'property uchar roughness' + chr(10)}"
        f"element face {len(s.faces)}\nproperty list uchar int vertex_indices\nend_header\n"
    )
    rows = np.empty(len(s.positions), [("p", "<f4", 3), ("c", "u1", 4), *([] if s.roughness is None else [("r", "u1", 1)])])
    rows["p"], rows["c"] = s.positions, s.colour
    if s.roughness is not None:
        rows["r"] = s.roughness
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


def read(path: Path) -> list[Shape]:
    """Read vertices with colours, and faces of three or more corners."""
    data = path.read_bytes()
    end = data.find(b"end_header")
    if not data.startswith(b"ply") or end < 0 or end > 65536:
        raise BadFileError(f"{path.name} is not a PLY file.")
    at = data.index(b"\n", end) + 1
    kind = ""
    elements: list[tuple[str, int, list[list[str]]]] = []
    for line in data[:end].decode("latin-1").splitlines():
        words = line.split()
        if words[:1] == ["format"]:
            kind = words[1]
        elif words[:1] == ["element"]:
            elements.append((words[1], int(words[2]), []))
        elif words[:1] == ["property"]:
            elements[-1][2].append(words[1:])
    limits = {"vertex": MAX_VERTICES, "face": MAX_FACES}
    for name, count, _ in elements:
        if count < 0 or count > limits.get(name, MAX_FACES) or count > len(data):
            raise BadFileError(f"{path.name} claims {grouped(count)} of '{name}', more than it can hold.")
    if kind == "ascii":
        return _read_ascii(path, data[at:], elements)
    order = {"binary_little_endian": "<", "binary_big_endian": ">"}[kind]
    positions, colour, rough, faces = None, None, None, None
    for name, count, props in elements:
        if any(p[0] == "list" for p in props):
            if name != "face" or len(props) != 1:
                raise BadFileError(f"{path.name} has lists of '{name}' that are not understood.")
            faces, at = _read_lists(data, at, count, order + _TYPES[props[0][1]], order + _TYPES[props[0][2]])
            continue
        dtype = np.dtype([(p[1], order + _TYPES[p[0]]) for p in props])
        rows = np.frombuffer(data, dtype, count, at)
        at += dtype.itemsize * count
        if name == "vertex":
            positions = np.stack([rows[k] for k in "xyz"], axis=1).astype(np.float32)
            columns = {k: rows[k] for k in dtype.names or ()}
            colour, rough = _colour(columns, count), _bytes(columns, "roughness")
    if positions is None or faces is None:
        raise BadFileError(f"{path.name} has no vertices or no faces.")
    return [Shape(path.stem, positions, faces, colour, roughness=rough)]


def _bytes(columns: dict[str, np.ndarray], key: str) -> np.ndarray | None:
    """A column as bytes (n, 1); parts of one are spread over them."""
    if key not in columns:
        return None
    values = columns[key]
    whole = np.issubdtype(values.dtype, np.integer)
    return np.clip(values if whole else values * 255.0 + 0.5, 0, 255).astype(np.uint8)[:, None]


def _colour(columns: dict[str, np.ndarray], count: int) -> np.ndarray | None:
    if not all(k in columns for k in ("red", "green", "blue")):
        return None
    out = np.full((count, 4), 255, np.uint8)
    for i, k in enumerate(("red", "green", "blue", "alpha")):
        values = _bytes(columns, k)
        if values is not None:
            out[:, i] = values[:, 0]
    return out


def _read_lists(data: bytes, at: int, count: int, n_type: str, i_type: str) -> tuple[IndexArray, int]:
    n_size, i_size = np.dtype(n_type).itemsize, np.dtype(i_type).itemsize
    if count == 0:
        return np.empty((0, 4), np.int32), at
    first = int(np.frombuffer(data, n_type, 1, at)[0])
    if first in (3, 4):  # all alike, as most files are
        dtype = np.dtype([("n", n_type), ("i", i_type, first)])
        if at + dtype.itemsize * count <= len(data):
            rows = np.frombuffer(data, dtype, count, at)
            if (rows["n"] == first).all():
                quads = rows["i"].astype(np.int32)
                if first == 3:
                    quads = np.concatenate([quads, quads[:, 2:]], axis=1)
                return quads, at + dtype.itemsize * count
    out: list[tuple[int, int, int, int]] = []
    for _ in range(count):
        n = int(np.frombuffer(data, n_type, 1, at)[0])
        at += n_size
        ids = np.frombuffer(data, i_type, n, at).tolist()
        at += i_size * n
        out.extend(fan(ids))
    return np.array(out, np.int32).reshape(-1, 4), at


def fan(ids: list[int]) -> list[tuple[int, int, int, int]]:
    """A polygon as one quad, or as triangles; fewer than three corners give nothing."""
    if len(ids) == 4:
        return [(ids[0], ids[1], ids[2], ids[3])]
    return [(ids[0], ids[k], ids[k + 1], ids[k + 1]) for k in range(1, len(ids) - 1)]


def _read_ascii(path: Path, data: bytes, elements: list[tuple[str, int, list[list[str]]]]) -> list[Shape]:
    lines = iter(data.decode("latin-1").splitlines())
    positions, colour, rough, faces = None, None, None, np.empty((0, 4), np.int32)
    for name, count, props in elements:
        rows = [next(lines).split() for _ in range(count)]
        if name == "vertex":
            table = np.array(rows, np.float64)
            columns = {p[1]: table[:, i] for i, p in enumerate(props)}
            positions = np.stack([columns[k] for k in "xyz"], axis=1).astype(np.float32)
            whole = {p[1]: np.issubdtype(np.dtype(_TYPES[p[0]]), np.integer) for p in props}
            typed = {k: v.astype(np.int64) if whole[k] else v for k, v in columns.items()}
            colour, rough = _colour(typed, count), _bytes(typed, "roughness")
        elif name == "face":
            found = [f for r in rows for f in fan([int(v) for v in r[1 : 1 + int(r[0])]])]
            faces = np.array(found, np.int32).reshape(-1, 4)
    if positions is None:
        raise BadFileError(f"{path.name} has no vertices.")
    return [Shape(path.stem, positions, faces, colour, roughness=rough)]


FORMAT = Format(".ply", "PLY", "millimetres, said in a comment", True, read, write)
