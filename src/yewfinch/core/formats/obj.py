"""OBJ: text with quads; vertex colours as three numbers after the position, texture coordinates."""

from __future__ import annotations

import io
from pathlib import Path

import numpy as np

from yewfinch.core.formats.exchange import Format, Shape
from yewfinch.core.formats.ply import fan
from yewfinch.core.shared.errors import BadFileError


def write(shapes: list[Shape]) -> bytes:
    """One object per body, millimetres, colours in 0..1 after each position."""
    out = io.StringIO()
    out.write("# made by Yewfinch\n# units: millimetres\n")
    start = first = 1
    for s in shapes:
        out.write(f"o {s.name.replace(' ', '_')}\n")
        if s.colour is None:
            out.writelines(f"v {x:.9g} {y:.9g} {z:.9g}\n" for x, y, z in s.positions.tolist())
        else:
            c = s.colour[:, :3] / 255.0
            rows = np.concatenate([s.positions, c], axis=1).tolist()
            out.writelines("v %.9g %.9g %.9g %.5f %.5f %.5f\n" % tuple(r) for r in rows)
        if s.corners is not None:
            places, row = np.unique(s.corners.reshape(-1, 2), axis=0, return_inverse=True)
            out.writelines(f"vt {u:.6f} {v:.6f}\n" for u, v in places.tolist())
            texts = [f"{v}/{t}" for v, t in zip((s.faces + start).ravel().tolist(), (row.ravel() + first).tolist(), strict=True)]
            corners = [texts[i : i + 4] for i in range(0, len(texts), 4)]
            first += len(places)
        else:
            corners = [[str(v) for v in face] for face in (s.faces + start).tolist()]
        for face, (_, _, c, d) in zip(corners, s.faces.tolist(), strict=True):
            out.write(f"f {' '.join(face[:3] if c == d else face)}\n")
        start += len(s.positions)
    return out.getvalue().encode()


def read(path: Path) -> list[Shape]:
    """Read the bodies of an OBJ file; texture coordinates and materials are passed over."""
    points: list[list[float]] = []
    groups: list[tuple[str, list[tuple[int, int, int, int]]]] = [(path.stem, [])]
    with path.open(encoding="utf-8", errors="replace") as file:
        for line in file:
            if line.startswith("v "):
                points.append([float(w) for w in line.split()[1:7]])
            elif line.startswith("f "):
                ids = [int(w.split("/", 1)[0]) for w in line.split()[1:]]
                groups[-1][1].extend(fan([i - 1 if i > 0 else len(points) + i for i in ids]))
            elif line.startswith(("o ", "g ")) and line.split()[1:]:
                groups.append((" ".join(line.split()[1:]), []))
    if not points:
        raise BadFileError(f"{path.name} has no vertices.")
    coloured = all(len(p) == 6 for p in points)
    table = np.array([p[:6] if coloured else p[:3] for p in points])
    shapes = []
    for name, faces in groups:
        if not faces:
            continue
        index = np.array(faces, np.int64)
        if index.min() < 0 or index.max() >= len(table):
            raise BadFileError(f"{path.name} has faces that name vertices it does not have.")
        used, inverse = np.unique(index, return_inverse=True)
        colour = None
        if coloured:
            colour = np.full((len(used), 4), 255, np.uint8)
            colour[:, :3] = np.clip(table[used, 3:6] * 255 + 0.5, 0, 255)
        shapes.append(
            Shape(name, table[used, :3].astype(np.float32), inverse.reshape(-1, 4).astype(np.int32), colour)
        )
    return shapes


FORMAT = Format(".obj", "OBJ", "millimetres, said in a comment", True, read, write)
