"""STL: triangles without colours; equal corners are joined on the way in."""

from __future__ import annotations

import io
from array import array
from pathlib import Path

import numpy as np

from yewfinch.core.formats.exchange.model import Format, Model, Shape, merged, unit_said
from yewfinch.core.mesh.surface.surface import triangles_apart
from yewfinch.core.shared.arrays import MAX_FACES
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase


def write(shapes: list[Shape]) -> bytes:
    """Binary STL of all bodies, millimetres."""
    s = merged(shapes)
    t = triangles_apart(s.faces)
    corners = s.positions[t]
    normal = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    length = np.linalg.norm(normal, axis=1, keepdims=True)
    rows = np.zeros(len(t), [("n", "<f4", 3), ("p", "<f4", (3, 3)), ("a", "<u2")])
    rows["n"] = normal / np.maximum(length, 1e-20)
    rows["p"] = corners
    head = b"made by Yewfinch, units: millimetres".ljust(80, b" ")
    return head + np.uint32(len(t)).tobytes() + rows.tobytes()


def read(path: Path) -> Model:
    """Binary STL, also with bytes behind its triangles, or text in any case."""
    data = path.read_bytes()
    count = int.from_bytes(data[80:84], "little") if len(data) >= 84 else 0
    whole = 0 < count <= MAX_FACES and len(data) >= 84 + 50 * count
    if whole and (len(data) == 84 + 50 * count or not _is_text(data)):
        rows = np.frombuffer(data, [("n", "<f4", 3), ("p", "<f4", (3, 3)), ("a", "<u2")], count, 84)
        corners = rows["p"].reshape(-1, 3)
    elif _is_text(data):
        corners = _corners(data, path.name)
    else:
        raise BadFileError(phrase("{0} is not an STL file, or it is cut short.", path.name))
    if not np.isfinite(corners).all():
        raise BadFileError(phrase("{0} holds positions that are not numbers.", path.name))
    points, inverse = np.unique(corners.astype(np.float32), axis=0, return_inverse=True)
    t = inverse.reshape(-1, 3).astype(np.int32)
    t = t[(t[:, 0] != t[:, 1]) & (t[:, 1] != t[:, 2]) & (t[:, 2] != t[:, 0])]
    return Model(
        [Shape(path.stem, points, np.concatenate([t, t[:, 2:]], axis=1))], unit_said(data[:80].decode("latin-1"))
    )


def _is_text(data: bytes) -> bool:
    return data[:512].lstrip().lower().startswith(b"solid") and b"facet" in data[:4096].lower()


def _corners(data: bytes, name: str) -> np.ndarray:
    """Corners of all triangles of a text file, (3 k, 3)."""
    found = array("f")
    for line in io.BytesIO(data):
        words = line[:400].split()
        if words and words[0].lower() == b"vertex":
            try:
                x, y, z = (float(w) for w in words[1:4])
            except ValueError as error:
                raise BadFileError(
                    phrase("{0} has a vertex that is no place: '{1}'.", name, line[:60].decode("latin-1").strip())
                ) from error
            found.extend((x, y, z))
    if len(found) % 9:
        raise BadFileError(phrase("{0} ends in the middle of a triangle.", name))
    return np.array(found, np.float32).reshape(-1, 3)


FORMATS = (Format(".stl", "STL", "millimetres, as is common practice", False, read, write, 30),)
