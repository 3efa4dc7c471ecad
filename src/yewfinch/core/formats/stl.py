"""STL: triangles without colours; equal corners are joined on the way in."""

from __future__ import annotations

from pathlib import Path

import numpy as np

from yewfinch.core.formats.exchange import Format, Shape, merged, triangles
from yewfinch.core.shared.arrays import MAX_FACES
from yewfinch.core.shared.errors import BadFileError


def write(shapes: list[Shape]) -> bytes:
    """Binary STL of all bodies, millimetres."""
    s = merged(shapes)
    t = triangles(s.faces)
    corners = s.positions[t]
    normal = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    length = np.linalg.norm(normal, axis=1, keepdims=True)
    rows = np.zeros(len(t), [("n", "<f4", 3), ("p", "<f4", (3, 3)), ("a", "<u2")])
    rows["n"] = normal / np.maximum(length, 1e-20)
    rows["p"] = corners
    head = b"made by Yewfinch, units: millimetres".ljust(80, b" ")
    return head + np.uint32(len(t)).tobytes() + rows.tobytes()


def read(path: Path) -> list[Shape]:
    """Binary or ASCII STL."""
    data = path.read_bytes()
    count = int.from_bytes(data[80:84], "little") if len(data) >= 84 else 0
    if len(data) == 84 + 50 * count and 0 < count <= MAX_FACES:
        rows = np.frombuffer(data, [("n", "<f4", 3), ("p", "<f4", (3, 3)), ("a", "<u2")], count, 84)
        corners = rows["p"].reshape(-1, 3)
    elif data[:5].lower() == b"solid":
        found = [
            [float(w) for w in line.split()[1:4]]
            for line in data.decode("latin-1").splitlines()
            if line.strip().startswith("vertex")
        ]
        corners = np.array(found, np.float32).reshape(-1, 3)
        if len(corners) % 3:
            raise BadFileError(f"{path.name} ends in the middle of a triangle.")
    else:
        raise BadFileError(f"{path.name} is not an STL file, or it is cut short.")
    points, inverse = np.unique(corners.astype(np.float32), axis=0, return_inverse=True)
    t = inverse.reshape(-1, 3).astype(np.int32)
    t = t[(t[:, 0] != t[:, 1]) & (t[:, 1] != t[:, 2]) & (t[:, 2] != t[:, 0])]
    return [Shape(path.stem, points, np.concatenate([t, t[:, 2:]], axis=1))]


FORMAT = Format(".stl", "STL", "millimetres, as is common practice", False, read, write)
