"""Sound files of every kind that Yewfinch reads, and seeded ways to spoil them."""

from __future__ import annotations

import copy
import io
import json
import struct
import zipfile
import zlib
from collections.abc import Callable
from dataclasses import dataclass, replace
from pathlib import Path
from typing import Any

import numpy as np
from PIL import Image

from yewfinch.core.anatomy.figure.person import PRESETS, Figure
from yewfinch.core.anatomy.figure.pose import Pose, Posed
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.measures import Measure
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import (
    detail_levels,
    form_layers,
    pieces,
    solids,
    stamping,
    states,
)
from yewfinch.core.formats import container, marks, model_files
from yewfinch.core.formats.exchange.model import Shape
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.surface.surface import triangles_of
from yewfinch.core.mesh.surface.unfold import TexturePlaces
from yewfinch.core.reshape.solid import KINDS
from yewfinch.core.sculpt.stencil import Stencil
from yewfinch.core.sitter.calipers import Caliper
from yewfinch.core.sitter.photo import Drawing, KnownDistance, Photo, Sitter, photo_from
from yewfinch.core.sitter.sheets import DesignSheet
from yewfinch.core.sitter.solution import BadMark, Doubt, PhotoFit, Solution
from yewfinch.core.sitter.standpoint import Standpoint

Rng = np.random.Generator

#: Takes the place of a value that JSON can hold and Python's writer would not write.
_RAW = {
    "@@huge@@": "1e400",
    "@@-huge@@": "-1e400",
    "@@nan@@": "NaN",
    "@@long@@": "9" * 5000,
    "@@deep@@": "[" * 3000 + "]" * 3000,
}
NASTY: list[Any] = [
    None,
    True,
    False,
    0,
    -1,
    1,
    2**31,
    2**63,
    -(2**70),
    0.5,
    -0.0,
    1e-320,
    1e18,
    -1e18,
    1e300,
    1e7,
    -1e5,
    1e5,
    360.5,
    "",
    "x",
    "../../etc/x",
    "\ud800",
    "a" * 5000,
    "piece1",
    "head",
    "/",
    "\0",
    [],
    {},
    [[]],
    [1, 2, 3],
    {"a": 1},
    *_RAW,
]


def ball(n: int = 6, radius: float = 60.0) -> Shape:
    """A small ball of quads and triangles with colours."""
    t, p = np.meshgrid(
        np.linspace(0.3, np.pi - 0.3, n), np.linspace(0, 2 * np.pi, 2 * n, endpoint=False), indexing="ij"
    )
    at = radius * np.stack([np.sin(t) * np.cos(p), np.cos(t), np.sin(t) * np.sin(p)], axis=-1).reshape(-1, 3)
    faces = []
    for i in range(n - 1):
        for j in range(2 * n):
            a, b = i * 2 * n + j, i * 2 * n + (j + 1) % (2 * n)
            faces.append((a, b, b + 2 * n, a + 2 * n))
    for start, turn in ((0, 1), ((n - 1) * 2 * n, -1)):
        for j in range(1, 2 * n - 1):
            a, b, c = start, start + j, start + j + 1
            faces.append((a, c, b, b) if turn > 0 else (a, b, c, c))
    rng = np.random.default_rng(0)
    colour = rng.integers(0, 256, (len(at), 4)).astype(np.uint8)
    return Shape(
        "ball",
        at.astype(np.float32),
        np.array(faces, np.int32),
        colour,
        channels={"roughness": rng.integers(0, 256, (len(at), 1)).astype(np.uint8)},
    )


def picture(kind: str = "JPEG", size: tuple[int, int] = (96, 128), exif: bool = True) -> bytes:
    """A small picture with EXIF, as bytes of a file."""
    y, x = np.mgrid[: size[1], : size[0]]
    image = Image.fromarray(np.stack([x * 2 % 256, y * 2 % 256, (x + y) % 256], axis=-1).astype(np.uint8))
    out = io.BytesIO()
    tags = Image.Exif()
    tags[0x0112], tags[0x010F] = 1, "invented"
    tags.get_ifd(0x8769)[0xA405] = 50
    if exif:
        image.save(out, kind, exif=tags)
    else:
        image.save(out, kind)
    return out.getvalue()


def full_portrait() -> Portrait:
    """A small portrait with something of everything that a file can hold."""
    p = Portrait()
    shape = ball()
    from yewfinch.core.mesh.surface.surface import Surface

    def piece(key: str, at: float = 0.0) -> Piece:
        surface = Surface(shape.positions + np.float32([at, 0, 0]), shape.faces, shape.colour)
        return Piece(key, key.title(), surface)

    for i, key in enumerate(("head", "ear", "hair", "stand")):
        p.pieces[key] = piece(key, 150.0 * i)
    p.surface("head").mask[::3] = 255
    p.surface("head").roughness[::2] = 40
    n = len(p.surface("head"))
    p.pieces["head"] = replace(
        p.pieces["head"],
        regions={"brow": np.arange(n, dtype=np.uint8), "lip": np.full(n, 255, np.uint8)},
        texture=TexturePlaces(np.random.default_rng(1).random((n, 2)).astype(np.float32), np.zeros(n, bool)),
    )
    _do(p, lambda: detail_levels.add(p, "ear"))
    _do(p, lambda: form_layers.add(p, "hair"))
    _do(p, lambda: states.store(p, "hair"))
    _do(p, lambda: pieces.twin(p, "stand"))
    _do(p, lambda: pieces.group(p, ["head", "ear"], "Face"))
    for kind in [k for k in KINDS if not KINDS[k].line][:2]:
        _do(p, lambda kind=kind: solids.begin(p, kind, (0.0, 200.0, 0.0)))
    keys = list(LANDMARKS)[:30]
    p.anchors = {
        k: Anchor("head", tuple(int(r) for r in p.surface("head").faces[i, :3]), (0.2, 0.3, 0.5))
        for i, k in enumerate(keys)
    }
    p.lines = {"lip_upper": tuple(p.anchors[k] for k in keys[:4])}
    p.calipers = (
        Caliper("distance", (p.anchors[keys[0]], p.anchors[keys[1]]), "wide"),
        Caliper("angle", tuple(p.anchors[k] for k in keys[:3])),
    )
    p.rules = (Measure("own1", "mine", "ratio", tuple(keys[:4]), 1.0, group="own"),)
    p.figure = Figure(PRESETS["woman"][1])
    p.posed = Posed(Pose({"head": (10.0, 0.0, 30.0)}), False, {})
    _do(p, lambda: stamping.added(p, picture("PNG", exif=False), "Weave", 12.0))
    p.stencil = Stencil(p.stamps[0])
    p.sitter = _sitter(keys)
    return p


def _do(p: Portrait, work: Callable[[], Any]) -> None:
    """Carry out an edit, unless making it did so."""
    position = p.history.position
    made = work()
    if p.history.position == position:
        p.perform(made[0] if isinstance(made, tuple) else made)


def _sitter(keys: list[str]) -> Sitter:
    files: dict[str, bytes] = {}
    photos: tuple[Photo, ...] = ()
    rng = np.random.default_rng(2)
    for i in range(3):
        photo, data = photo_from(picture(), f"photo {i}.jpg", photos)
        files[photo.file] = data
        photos += (
            replace(
                photo,
                marks={k: (float(rng.uniform(5, 90)), float(rng.uniform(5, 120))) for k in keys[:12]},
                certainty={keys[0]: "guessed", keys[13]: "hidden"},
                spans={"iris_l": (10.0, 10.0, 16.0, 10.0)},
                curves={"lip_upper": ((1.0, 2.0), (20.0, 4.0), (40.0, 2.0))},
                drawings=(Drawing("thirds", ((1.0, 2.0), (30.0, 40.0))),),
                note="by the window",
                tags=("a",),
                turn=7.5,
                crop=(5.0, 5.0, 80.0, 100.0),
                exposure=0.5,
                warmth=-0.2,
                cut=i == 1,
                standpoint=Standpoint((1, 0, 0, 0, -1, 0, 0, 0, -1), (0.0, 0.0, 900.0), 400.0, 96, 128, (48.0, 64.0)),
            ),
        )
    n = len(keys)
    solution = Solution(
        tuple(keys),
        rng.normal(0, 50, (n, 3)),
        np.eye(3 * n) * 0.5,
        dict.fromkeys(keys, ("photo1", "photo2")),
        tuple(PhotoFit(p.id, 12, 1.0, 0.3, 4.0, 0.02) for p in photos),
        (BadMark("photo1", keys[0], (1.0, 2.0), (30.0, 2.0)),),
        {"photo3": "too few marks"},
        {p.id: np.tile([2.0, 0.1, 3.0], (n, 1)) for p in photos},
        0.03,
        "a measured distance",
        0.5,
        "stamp",
        np.full(n, 0.7),
        Doubt(2.5, 3.0, (keys[1],)),
    )
    files["sheet1.png"] = picture("PNG", exif=False)
    sheet = DesignSheet("sheet1", "drawing", "sheet1.png", 96, 128, marks=((1.0, 2.0), (3.0, 90.0)))
    return Sitter(photos, files, "woman", "adult", 41.0, (KnownDistance("ex_l", "ex_r", 90.0),), solution, (sheet,))


# --- ways to spoil --------------------------------------------------------------------------------


def spoil_bytes(data: bytes, rng: Rng) -> bytes:
    """Bytes cut, changed, doubled, zeroed, or with a length in them made absurd."""
    out = bytearray(data)
    for _ in range(int(rng.integers(1, 4))):
        at = int(rng.integers(0, max(len(out), 1)))
        if rng.random() < 0.5:
            at = min(at, int(rng.integers(0, 200)))  # heads are where the meaning is
        span = int(rng.integers(1, 64))
        match int(rng.integers(0, 7)):
            case 0:
                out = out[:at]
            case 1:
                out[at : at + span] = rng.integers(0, 256, span).astype(np.uint8).tobytes()
            case 2:
                out[at:at] = out[at : at + 8 * span]
            case 3:
                out[at : at + span] = bytes(span)
            case 4:
                out[at : at + 4] = rng.choice(
                    [
                        b"\xff\xff\xff\xff",
                        b"\xff\xff\xff\x7f",
                        b"\x00\x00\x00\x80",
                        b"\x00\x00\xc0\x7f",
                        b"\x00\x00\x80\x7f",
                    ]
                )
            case 5:
                out[at : at + 1] = bytes([int(rng.integers(0, 256))])
            case 6:
                del out[at : at + span]
    return bytes(out)


def spoil_tree(tree: Any, rng: Rng) -> Any:
    """A JSON tree with a value changed, lost, doubled, renamed or put elsewhere."""
    tree = copy.deepcopy(tree)
    for _ in range(int(rng.integers(1, 3))):
        places = list(_places(tree))
        if not places:
            return tree
        held, key = places[int(rng.integers(len(places)))]
        value = held[key]
        match int(rng.integers(0, 9)):
            case 0 | 1 | 2:
                held[key] = NASTY[int(rng.integers(len(NASTY)))]
            case 3:
                del held[key]
            case 4 if isinstance(value, (int, float)) and not isinstance(value, bool):
                held[key] = (
                    value * float(rng.choice([-1.0, 1e3, 1e6, 1e-6, 0.0]))
                    if isinstance(value, float)
                    else value + int(rng.choice([-1, 1, 7, -1000, 10**6]))
                )
            case 5 if isinstance(held, list):
                held.extend(copy.deepcopy([value] * int(rng.choice([1, 2, 3000]))))
            case 6 if isinstance(held, dict):
                held[str(rng.choice(["id", "x", "head", "piece1", "\u00e9", "a" * 300]))] = held.pop(key)
            case 7:
                other, at = places[int(rng.integers(len(places)))]
                held[key] = (
                    copy.deepcopy(other[at])
                    if at in (other if isinstance(other, dict) else range(len(other)))
                    else None
                )
            case _:
                held[key] = [value] if rng.random() < 0.5 else str(value)
    return tree


def _places(tree: Any) -> Any:
    for key, value in tree.items() if isinstance(tree, dict) else enumerate(tree):
        yield tree, key
        if isinstance(value, (dict, list)):
            yield from _places(value)


def json_text(tree: Any) -> bytes:
    """A spoilt tree as text, with the values that Python's writer would refuse."""
    text = json.dumps(tree)
    for key, raw in _RAW.items():
        text = text.replace(f'"{key}"', raw)
    return text.encode()


def spoil_words(data: bytes, rng: Rng) -> bytes:
    """A text with words and lines changed, lost or doubled."""
    lines = data.split(b"\n")
    for _ in range(int(rng.integers(1, 5))):
        at = int(rng.integers(len(lines)))
        words = lines[at].split(b" ")
        nasty = [
            b"1e400",
            b"nan",
            b"-1",
            b"0",
            b"99999999999999999999",
            b"1e30",
            b"",
            b"x",
            b"\xff\xfe",
            b"1/2/3",
            b"//",
            b'"',
            b",,,",
            b"\\",
            b"\t",
            b"9" * 5000,
        ]
        match int(rng.integers(0, 5)):
            case 0 | 1:
                words[int(rng.integers(len(words)))] = nasty[int(rng.integers(len(nasty)))]
                lines[at] = b" ".join(words)
            case 2:
                del lines[at]
            case 3:
                lines[at:at] = [lines[at]] * int(rng.choice([1, 2, 2000]))
            case 4:
                lines[at] = lines[at][: len(lines[at]) // 2]
        if not lines:
            return b""
    return b"\n".join(lines)


def spoil_portrait(data: bytes, rng: Rng) -> bytes:
    """A portrait with its manifest, an array, a picture, or the zip itself spoilt."""
    way = rng.random()
    if way < 0.15:
        return spoil_bytes(data, rng)
    with zipfile.ZipFile(io.BytesIO(data)) as held:
        members = {n: held.read(n) for n in held.namelist()}
    names = list(members)
    kind = zipfile.ZIP_DEFLATED if rng.random() < 0.3 else zipfile.ZIP_STORED
    if way < 0.65:
        members[container.MANIFEST] = json_text(spoil_tree(json.loads(members[container.MANIFEST]), rng))
    elif way < 0.85:
        name = str(rng.choice([n for n in names if n.endswith(".npy")]))
        members[name] = _spoil_array(members[name], rng)
    elif way < 0.9:
        name = str(rng.choice([n for n in names if not n.endswith((".npy", ".json"))]))
        members[name] = spoil_bytes(members[name], rng)
    elif way < 0.95:
        members.pop(str(rng.choice(names)))
        other = str(rng.choice(names))
        if other in members:
            members[str(rng.choice(names))] = members[other]
    else:  # packed a thousandfold
        members[str(rng.choice(names))] = bytes(int(rng.choice([10, 150, 400])) << 20)
        kind = zipfile.ZIP_DEFLATED
    out = io.BytesIO()
    with zipfile.ZipFile(
        out, "w", int(rng.choice([kind, kind, kind, zipfile.ZIP_LZMA, zipfile.ZIP_BZIP2])) if way > 0.84 else kind
    ) as made:
        for name, member in members.items():
            made.writestr(name, member)
    whole = bytearray(out.getvalue())
    if way > 0.93:  # members that claim another size than they have
        at = whole.rfind(b"PK\x01\x02", 0, int(rng.integers(len(whole) - 100, len(whole))))
        if at > 0:
            whole[at + 24 : at + 28] = struct.pack("<I", int(rng.choice([1, 100, 1 << 20, 0xFFFFFFFF])))
    return bytes(whole)


def _spoil_array(data: bytes, rng: Rng) -> bytes:
    array = np.load(io.BytesIO(data))
    match int(rng.integers(0, 7)):
        case 0:
            return spoil_bytes(data, rng)
        case 1 if array.dtype.kind == "f" and array.size:
            array.ravel()[int(rng.integers(array.size))] = rng.choice([np.nan, np.inf, -np.inf, 1e38, 1e9, -1e6])
        case 2 if array.dtype.kind in "iu" and array.size:
            array.ravel()[int(rng.integers(array.size))] = rng.choice(
                [0, 1, np.iinfo(array.dtype).max, np.iinfo(array.dtype).min, 100]
            )
        case 3:
            array = array[: len(array) // 2]
        case 4:
            array = array.astype(str(rng.choice(["<f8", "<i8", "<f4", "u1", "<c8"])))
        case 5:
            array = np.repeat(array, int(rng.choice([0, 2, 50])), axis=0)
        case 6 if array.size:
            array = rng.permutation(array.ravel()).reshape(array.shape)
    out = io.BytesIO()
    np.save(out, array)
    return out.getvalue()


def spoil_glb(data: bytes, rng: Rng) -> bytes:
    """A GLB with its description or its bytes spoilt."""
    if rng.random() < 0.4:
        return spoil_bytes(data, rng)
    size = struct.unpack_from("<I", data, 12)[0]
    text = json_text(spoil_tree(json.loads(data[20 : 20 + size]), rng))
    text += b" " * (-len(text) % 4)
    rest = data[20 + size :]
    return (
        struct.pack("<III", 0x46546C67, 2, 20 + len(text) + len(rest))
        + struct.pack("<II", len(text), 0x4E4F534A)
        + text
        + rest
    )


def spoil_json(data: bytes, rng: Rng) -> bytes:
    """A JSON text with its tree or its bytes spoilt."""
    return spoil_bytes(data, rng) if rng.random() < 0.25 else json_text(spoil_tree(json.loads(data), rng))


def spoil_png(data: bytes, rng: Rng) -> bytes:
    """A PNG spoilt within its parts, their sums made right again, so that readers look at them."""
    if rng.random() < 0.4 or data[:4] != b"\x89PNG":
        return spoil_bytes(data, rng)
    out, at = data[:8], 8
    while at + 12 <= len(data):
        size = struct.unpack_from(">I", data, at)[0]
        kind, body = data[at + 4 : at + 8], data[at + 8 : at + 8 + size]
        if rng.random() < 0.4:
            body = spoil_bytes(body, rng)
        out += struct.pack(">I", len(body)) + kind + body + struct.pack(">I", zlib.crc32(kind + body))
        at += 12 + size
    return out


@dataclass(frozen=True)
class Kind:
    """One kind of file: its suffix, sound files of it, and how they are spoilt."""

    suffix: str
    sound: Callable[[Path], list[bytes]]
    spoil: Callable[[bytes, Rng], bytes]

    def mutant(self, seeds: list[bytes], seed: int) -> bytes:
        """The mutant of a number: the same for the same number."""
        rng = np.random.default_rng(seed)
        return self.spoil(seeds[int(rng.integers(len(seeds)))], rng)


def _portraits(_folder: Path) -> list[bytes]:
    p = full_portrait()
    made = [container.to_bytes(p), container.to_bytes(p, deflate=True)]
    p.history.close()
    return made


def _models(suffix: str) -> Callable[[Path], list[bytes]]:
    def make(folder: Path) -> list[bytes]:
        path = folder / f"seed{suffix}"
        model_files.write_shapes(path, [ball(), replace(ball(4), name="small")])
        made = [path.read_bytes()]
        if suffix == ".ply":
            made.append(_ascii_ply())
        if suffix == ".stl":
            made.append(_ascii_stl())
        if suffix == ".obj":
            made.append(
                b"# units: mm\no a\nv 0 0 0\nv 40 0 0\nv 40 40 0\nv 10 10 0\nv 0 40 0\nv 0 0 30\n"
                b"vt 0 0\nf 1/1 2/1 3/1 4/1 5/1\ng b\nf 1 2 6 \\\n\nf -1 -2 -3\n"
            )
        return made

    return make


def _ascii_ply() -> bytes:
    rows = [
        "ply",
        "format ascii 1.0",
        "element vertex 4",
        *(f"property float {k}" for k in "xyzst"),
        "element face 2",
        "property uchar quality",
        "property list uchar int vertex_indices",
        "property list uchar float texcoord",
        "end_header",
    ]
    rows += [f"{x} {y} {z} 0.5 0.25" for x, y, z in ((0, 0, 0), (100, 0, 0), (100, 100, 0), (0, 100, 50))]
    rows += ["7 3 0 1 2 6 0 0 0 0 0 0", "7 4 0 1 2 3 0"]
    return "\n".join(rows).encode()


def _ascii_stl() -> bytes:
    s = ball(4)
    t = triangles_of(s.faces)
    rows = ["solid ball"]
    for corners in s.positions[t]:
        rows += [
            "facet normal 0 0 1",
            "outer loop",
            *(f"vertex {x:g} {y:g} {z:g}" for x, y, z in corners),
            "endloop",
            "endfacet",
        ]
    return "\n".join([*rows, "endsolid"]).encode()


def _gltf_text(folder: Path) -> list[bytes]:
    import base64

    model_files.write_shapes(folder / "seed.glb", [ball()])
    data = (folder / "seed.glb").read_bytes()
    size = struct.unpack_from("<I", data, 12)[0]
    tree = json.loads(data[20 : 20 + size])
    tree["buffers"][0]["uri"] = "data:application/octet-stream;base64," + base64.b64encode(data[28 + size :]).decode()
    return [json.dumps(tree).encode()]


def _marks(suffix: str) -> Callable[[Path], list[bytes]]:
    def make(folder: Path) -> list[bytes]:
        p = full_portrait()
        marks.write_marks(p.sitter, folder / f"seed{suffix}")
        p.history.close()
        return [(folder / f"seed{suffix}").read_bytes()]

    return make


def _settings(_folder: Path) -> list[bytes]:
    return [
        json.dumps(
            {"recent": ["/tmp/a.yewfinch", "b"], "dark": True, "keys": {"Save": "Ctrl+S"}, "round": ["front", "left"]}
        ).encode()
    ]


def _note(_folder: Path) -> list[bytes]:
    return [
        json.dumps({"of": "/tmp/a.yewfinch", "name": "A portrait", "seen": [1764400000000000000, 4800000]}).encode()
    ]


def _mixed(
    first: Callable[[bytes, Rng], bytes], second: Callable[[bytes, Rng], bytes]
) -> Callable[[bytes, Rng], bytes]:
    return lambda data, rng: (first if rng.random() < 0.7 else second)(data, rng)


#: Every kind of file that comes from outside, by name.
KINDS_OF_FILE: dict[str, Kind] = {
    "portrait": Kind(".yewfinch", _portraits, spoil_portrait),
    "recovery": Kind(".yewfinch", _portraits, spoil_portrait),
    "note": Kind(".json", _note, spoil_json),
    "settings": Kind(".json", _settings, spoil_json),
    "jpeg": Kind(".jpg", lambda _f: [picture()], spoil_bytes),
    "png": Kind(".png", lambda _f: [picture("PNG")], spoil_png),
    "tiff": Kind(".tif", lambda _f: [picture("TIFF")], spoil_bytes),
    "webp": Kind(".webp", lambda _f: [picture("WEBP")], spoil_bytes),
    "stamp": Kind(".png", lambda _f: [picture("PNG", exif=False), picture("TIFF"), picture("JPEG")], spoil_png),
    "sheet": Kind(".png", lambda _f: [picture("PNG"), picture("JPEG")], spoil_png),
    "marks.csv": Kind(".csv", _marks(".csv"), _mixed(spoil_words, spoil_bytes)),
    "marks.json": Kind(".json", _marks(".json"), spoil_json),
    "obj": Kind(".obj", _models(".obj"), _mixed(spoil_words, spoil_bytes)),
    "ply": Kind(".ply", _models(".ply"), _mixed(spoil_words, spoil_bytes)),
    "stl": Kind(".stl", _models(".stl"), _mixed(spoil_words, spoil_bytes)),
    "glb": Kind(".glb", _models(".glb"), spoil_glb),
    "gltf": Kind(".gltf", _gltf_text, spoil_json),
}
