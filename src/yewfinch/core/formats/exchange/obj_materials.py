"""MTL files beside OBJ files: materials with pictures, written and read.

Beside the lines that all programs know (Kd, map_Kd, map_d), values are written as those that several programs share for
physical materials: Pr, map_Pr, Pm, map_Pm, Pc, map_Pc and norm.
"""

from __future__ import annotations

from collections.abc import Iterable
from pathlib import Path

from yewfinch.core.formats.exchange.model import MADE_BY, Shape
from yewfinch.core.formats.picture_files import png, read_picture
from yewfinch.core.shared.arrays import ByteArray
from yewfinch.core.shared.errors import BadFileError

#: Lines of an MTL file that name each of a body's maps.
_LINES = {
    "colour": "map_Kd", "opacity": "map_d", "roughness": "map_Pr", "metallic": "map_Pm", "wetness": "map_Pc",
    "normal": "norm",
}  # fmt: skip
#: Those that are read, and what they hold.
_READ = {line: key for key, line in _LINES.items() if key != "normal"}
#: Largest MTL file and picture that are read, bytes.
_LARGEST, _LARGEST_PICTURE = 16 << 20, 1 << 30


def names(shapes: list[Shape]) -> list[str]:
    """What the material of each body is called: no two alike, no blanks."""
    out: list[str] = []
    for s in shapes:
        word = "_".join(s.name.split()) or "body"
        number = 2
        name = word
        while name in out:
            name, number = f"{word}_{number}", number + 1
        out.append(name)
    return out


def files(shapes: list[Shape], stem: str) -> dict[str, bytes]:
    """The MTL file of bodies with maps, and their pictures, by name; none if there are no maps."""
    if not any(s.maps for s in shapes):
        return {}
    lines = [f"# {MADE_BY}"]
    out: dict[str, bytes] = {}
    for s, name in zip(shapes, names(shapes), strict=True):
        lines += ["", f"newmtl {name}", "Kd 1 1 1", "Ks 0.04 0.04 0.04", "illum 2"]
        if "roughness" not in s.maps:
            lines.append("Pr 0.6")
        for key, line in _LINES.items():
            picture = s.maps.get(key)
            if picture is None or (key == "opacity" and int(picture.min()) == 255):
                continue
            file = f"{stem}-{name}-{key}.png".replace("/", "_")
            out[file] = png(picture[..., :3] if key == "colour" else picture)
            lines.append(f"{line} {file}")
    out[f"{stem}.mtl"] = ("\n".join(lines) + "\n").encode("utf-8", "replace")
    return out


def read(path: Path, libraries: Iterable[str], used: set[str]) -> tuple[dict[str, dict[str, ByteArray]], bool]:
    """Pictures of materials that are used, of colour and values beside it, and whether some could not be read.

    Parameters
    ----------
    path : Path
        Of the OBJ file; only files of its own folder, and of folders in it, are opened.
    libraries : iterable of str
        Names of MTL files.
    used : set of str
    """
    wanted: dict[tuple[str, str], str] = {}
    lost = False
    for library in libraries:
        data = _beside(path, library, _LARGEST)
        if data is None:
            continue  # many OBJ files name one that never came along
        material = ""
        for line in data.decode("utf-8", "replace").splitlines():
            words = line.split()
            if len(words) < 2:
                continue
            if words[0] == "newmtl":
                material = " ".join(words[1:])[:200]
            elif words[0] in _READ and material in used:
                wanted[material, _READ[words[0]]] = _file_of(words[1:])
    out: dict[str, dict[str, ByteArray]] = {}
    for (material, key), name in wanted.items():
        data = _beside(path, name, _LARGEST_PICTURE)
        try:
            if data is None:
                raise BadFileError(name)
            picture = read_picture(data, name)
            out.setdefault(material, {})[key] = picture if key == "colour" else picture[..., :1]
        except BadFileError:
            lost = True
    return out, lost


def _file_of(words: list[str]) -> str:
    """The file that a line names after its options, which begin with a minus and take numbers or a word."""
    rest = list(words)
    while rest and rest[0].startswith("-") and len(rest) > 1:
        option = rest.pop(0)
        if option in ("-blendu", "-blendv", "-cc", "-clamp", "-imfchan", "-type"):
            rest = rest[1:]
            continue
        while len(rest) > 1 and _is_number(rest[0]):
            rest.pop(0)
    return " ".join(rest)


def _is_number(word: str) -> bool:
    try:
        float(word)
    except ValueError:
        return False
    return True


def _beside(path: Path, name: str, most: int) -> bytes | None:
    """A file that lies in the model's own folder, or further in; None if there is none."""
    name = name.replace("\\", "/").strip().strip('"')
    try:
        folder = path.parent.resolve()
        file = (folder / name).resolve()
        if "\0" in name or not name or not file.is_relative_to(folder) or not file.is_file():
            file = folder / Path(name).name  # named by where it lay on another machine
            if not file.is_file():
                return None
        return file.read_bytes() if file.stat().st_size <= most else None
    except (OSError, ValueError, RuntimeError):
        return None
