"""OBJ: text with polygons; vertex colours as three numbers after the position, texture coordinates by corner, and
materials with pictures in an MTL file beside it.
"""

from __future__ import annotations

import io
import re
from array import array
from collections.abc import Iterator
from pathlib import Path

import numpy as np
import scipy

from yewfinch.core.formats.exchange import obj_materials
from yewfinch.core.formats.exchange.model import MADE_BY, Format, Model, Shape, unit_said
from yewfinch.core.formats.exchange.polygons import cut
from yewfinch.core.shared.arrays import ByteArray
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase

#: Longest line that is read, characters, its continuations with it; most numbers of one vertex that are looked at.
LONGEST = 4 << 20


def write(shapes: list[Shape]) -> bytes:
    """One object per body, millimetres, colours in 0..1 after each position."""
    out = io.StringIO()
    out.write(f"# {MADE_BY}\n# units: millimetres\n")
    if any(s.maps for s in shapes):
        out.write(f"mtllib {shapes[0].stem}.mtl\n")
    start = first = 1
    for number, s in enumerate(shapes):
        out.write(f"o {'_'.join(s.name.split()) or 'body'}\n")
        if s.colour is None:
            out.writelines(f"v {x:.9g} {y:.9g} {z:.9g}\n" for x, y, z in s.positions.tolist())
        else:
            c = s.colour[:, :3] / 255.0
            rows = np.concatenate([s.positions, c], axis=1).tolist()
            out.writelines("v %.9g %.9g %.9g %.5f %.5f %.5f\n" % tuple(r) for r in rows)
        if any(other.maps for other in shapes):
            out.write(f"usemtl {obj_materials.names(shapes)[number]}\n")
        if s.corners is not None:
            places, row = np.unique(s.corners.reshape(-1, 2), axis=0, return_inverse=True)
            out.writelines(f"vt {u:.6f} {v:.6f}\n" for u, v in places.tolist())
            texts = [
                f"{v}/{t}"
                for v, t in zip((s.faces + start).ravel().tolist(), (row.ravel() + first).tolist(), strict=True)
            ]
            corners = [texts[i : i + 4] for i in range(0, len(texts), 4)]
            first += len(places)
        else:
            corners = [[str(v) for v in face] for face in (s.faces + start).tolist()]
        for face, (_, _, c, d) in zip(corners, s.faces.tolist(), strict=True):
            out.write(f"f {' '.join(face[:3] if c == d else face)}\n")
        start += len(s.positions)
    return out.getvalue().encode("utf-8", "replace")


class _Held:
    """What was read so far, in flat arrays."""

    def __init__(self) -> None:
        self.points, self.colours, self.places = array("d"), array("d"), array("d")
        self.corners, self.textured, self.counts, self.group = array("q"), array("q"), array("i"), array("i")
        self.names: list[str] = [""]
        self.coloured = True
        self.said = ""
        self.own = False
        self.libraries: list[str] = []
        self.materials: list[str] = [""]
        self.material = array("i")

    def vertex(self, words: list[str]) -> None:
        """A line `v`: a place, perhaps a weight, perhaps a colour."""
        self.points.extend((_number(words[1]), _number(words[2]), _number(words[3])))
        if len(words) in (7, 8) and self.coloured:
            self.colours.extend(_number(w) for w in words[-3:])
        else:
            self.coloured = False

    def place(self, words: list[str]) -> None:
        """A line `vt`."""
        self.places.extend((_number(words[1]), _number(words[2]) if len(words) > 2 else 0.0))

    def face(self, words: list[str]) -> None:
        """A line `f`: vertices, with texture places and normals behind slashes; negative ones count from the end."""
        n, t = len(self.points) // 3, len(self.places) // 2
        for word in words[1:]:
            parts = word.split("/")
            v = int(parts[0])
            self.corners.append(v - 1 if v > 0 else n + v if v else -1)
            p = int(parts[1]) if len(parts) > 1 and parts[1] else 0
            self.textured.append(p - 1 if p > 0 else t + p if p else -1)
        self.counts.append(len(words) - 1)
        self.group.append(len(self.names) - 1)
        self.material.append(len(self.materials) - 1)

    def named(self, words: list[str]) -> None:
        """A line `o` or `g`."""
        self.names.append(" ".join(words[1:])[:200])

    def library(self, words: list[str]) -> None:
        """A line `mtllib`: the name of a file, which may hold blanks."""
        self.libraries.append(" ".join(words[1:])[:200])

    def use(self, words: list[str]) -> None:
        """A line `usemtl`."""
        self.materials.append(" ".join(words[1:])[:200])


_LINES = {
    "v": _Held.vertex, "vt": _Held.place, "f": _Held.face, "o": _Held.named, "g": _Held.named,
    "mtllib": _Held.library, "usemtl": _Held.use,
}  # fmt: skip
_NEEDED = {"v": 4, "vt": 2, "f": 1, "o": 1, "g": 1, "mtllib": 1, "usemtl": 1}
#: The number that a word begins with: some programs write 3.1+e2.
_LEADING = re.compile(r"[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?")


def _number(word: str) -> float:
    try:
        return float(word)
    except ValueError:
        found = _LEADING.match(word)
        if found is None:
            raise
        return float(found[0])


def read(path: Path) -> Model:
    """Read the bodies of an OBJ file and their materials' pictures; normals, curves, lines and points are passed over.

    Groups that share vertices are one body, named by the first of them.
    """
    held = _Held()
    for number, line in _lines(path):
        text, _, remark = line.partition("#")
        if remark and not held.said and "unit" in remark.lower():
            held.said = remark
        if number == 1:
            held.own = MADE_BY in remark
        words = text.split()
        found = _LINES.get(words[0]) if words else None
        if found is None:
            continue
        if len(words) < _NEEDED[words[0]]:
            raise BadFileError(
                phrase("{0}, line {1}: '{2}' needs more numbers. Nothing was imported.", path.name, number, words[0])
            )
        try:
            found(held, words)
        except (ValueError, OverflowError) as error:
            raise BadFileError(
                phrase("{0}, line {1}, holds something that is no number. Nothing was imported.", path.name, number)
            ) from error
    pictures, lost = obj_materials.read(path, held.libraries, set(held.materials))
    note = "Pictures of its materials were left out, as they cannot be read." if lost else ""
    return Model(_bodies(held, path, pictures), unit_said(held.said), (note,) if note else ())


def _lines(path: Path) -> Iterator[tuple[int, str]]:
    """Lines with their numbers, continued ones joined."""
    with path.open("rb") as file:
        mark = file.read(3)
    encoding = "utf-16" if mark[:2] in (b"\xff\xfe", b"\xfe\xff") else "utf-8-sig"
    with path.open(encoding=encoding, errors="replace") as file:
        number, length = 0, 0
        parts: list[str] = []
        while line := file.readline(LONGEST):
            number += not parts
            length += len(line)
            if length >= LONGEST:
                raise BadFileError(
                    phrase(
                        "{0}, line {1}, is longer than {2} million characters; nothing was imported.",
                        path.name,
                        number,
                        LONGEST >> 20,
                    )
                )
            if line.endswith("\\\n"):
                parts.append(line[:-2])
                continue
            yield number, "".join([*parts, line])
            parts, length = [], 0
        if parts:
            yield number, "".join(parts)


def _bodies(held: _Held, path: Path, pictures: dict[str, dict[str, ByteArray]]) -> list[Shape]:
    points = np.array(held.points).reshape(-1, 3)
    if not len(points):
        raise BadFileError(phrase("{0} has no vertices.", path.name))
    corners, counts = np.array(held.corners, np.int64), np.array(held.counts, np.int64)
    slots = cut(corners, counts, points, path.name, own=held.own)
    faces = corners[slots]
    of_corner = np.repeat(np.arange(len(counts)), counts)
    group = np.array(held.group, np.int64)[of_corner[slots[:, 0]]] if len(slots) else np.zeros(0, np.int64)
    textured, places = np.array(held.textured, np.int64), np.array(held.places, np.float32).reshape(-1, 2)
    number = {name: i for i, name in enumerate(pictures)}
    of_material = np.array([number.get(name, -1) for name in held.materials], np.int32)
    which = np.zeros(0, np.int32)
    if len(slots):
        which = of_material[np.array(held.material, np.int64)[of_corner[slots[:, 0]]]]
    placed = (textured[slots] >= 0) & (textured[slots] < len(places))
    uv = places[np.where(placed, textured[slots], 0)] if len(places) and placed.any() else None
    colours = None
    if held.coloured and len(held.colours) == 3 * len(points):
        c = np.array(held.colours).reshape(-1, 3)
        colours = np.clip(np.nan_to_num(c) * (1.0 if np.nanmax(c, initial=0.0) > 1.0 else 255.0) + 0.5, 0, 255).astype(
            np.uint8
        )
    body_of_group, first = _connected(faces, group, len(points), len(held.names))
    body = body_of_group[group]
    order = np.argsort(body, kind="stable")
    bounds = np.flatnonzero(np.diff(body[order], prepend=-1, append=-2))
    shapes = []
    for a, b in zip(bounds[:-1], bounds[1:], strict=True):
        rows = order[a:b]
        used, inverse = np.unique(faces[rows], return_inverse=True)
        colour = None
        if colours is not None:
            colour = np.full((len(used), 4), 255, np.uint8)
            colour[:, :3] = colours[used]
        shapes.append(
            Shape(
                held.names[first[body[rows[0]]]] or path.stem,
                points[used].astype(np.float32),
                inverse.reshape(-1, 4).astype(np.int32),
                colour,
                uv[rows] if uv is not None and placed[rows].all() else None,
                pictures=tuple(pictures.values()) if uv is not None and placed[rows].all() else (),
                pictured=which[rows],
            )
        )
    return shapes


def _connected(faces: np.ndarray, group: np.ndarray, vertices: int, groups: int) -> tuple[np.ndarray, dict[int, int]]:
    """The body of each group, numbered as they first come, and the first group of each body."""
    links = scipy.sparse.coo_matrix(
        (np.ones(faces.size, np.int8), (np.repeat(group, 4), groups + faces.ravel())), shape=(groups + vertices,) * 2
    )
    label = scipy.sparse.csgraph.connected_components(links, directed=False)[1][:groups]
    first: dict[int, int] = {}
    for g in np.unique(group).tolist():
        first.setdefault(int(label[g]), g)
    number = {found: i for i, found in enumerate(first)}
    return np.array([number.get(int(v), -1) for v in label]), {number[found]: g for found, g in first.items()}


FORMATS = (Format(".obj", "OBJ", "millimetres, said in a comment", True, read, write, 20, obj_materials.files),)
