"""Colour layers as an OpenRaster file by texture places, for paint programs, and such a file back as layers.

Masks and clipping go into the layers' own alpha. What changes layers below it, pigments and adjustments, becomes a
picture of all that it comes to within its group, as no other program knows it.

References
----------
freedesktop.org, "OpenRaster File Format" 0.0.5: baseline, layer stack and file layout.
"""

from __future__ import annotations

import io
import zipfile
from collections.abc import Callable, Sequence
from dataclasses import replace
from pathlib import Path
from xml.etree import ElementTree as Xml

import numpy as np

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import painting
from yewfinch.core.formats.colour_maps import places_of
from yewfinch.core.formats.picture_files import png, read_picture
from yewfinch.core.shared.arrays import ByteArray
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.skin.colour_layer import CLEAR, ColourLayer
from yewfinch.core.skin.colour_map import Layout, layout, on_samples, size_for
from yewfinch.core.skin.composing import flattened
from yewfinch.core.skin.sheet import Sheet

#: What the format calls our blend modes; those it lacks have a name of ours, which others take for normal.
_OPS = {
    "normal": "svg:src-over", "multiply": "svg:multiply", "screen": "svg:screen", "overlay": "svg:overlay",
    "darken": "svg:darken", "lighten": "svg:lighten", "color-dodge": "svg:color-dodge",
    "color-burn": "svg:color-burn", "hard-light": "svg:hard-light", "soft-light": "svg:soft-light",
    "difference": "svg:difference", "color": "svg:color", "luminosity": "svg:luminosity", "hue": "svg:hue",
    "saturation": "svg:saturation", "add": "svg:plus", "exclusion": "yewfinch:exclusion",
    "linear-burn": "yewfinch:linear-burn",
}  # fmt: skip
_MODES = {v: k for k, v in _OPS.items()}
#: Largest description and layer that are read, bytes; deepest groups; side of the small picture, pixels.
_LARGEST_TEXT, _LARGEST, _DEEPEST, _SMALL = 1 << 20, 2 << 30, 12, 256


def write(portrait: Portrait, piece: str, path: Path, size: int | None = None, progress: Progress = silent) -> str:
    """Write the colour layers of a piece; returns what to tell.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    path : Path
    size : int, optional
        Side in pixels; as fine as the colour samples if not given.
    progress : Progress
        May cancel until the file is put in its place.

    Raises
    ------
    YewfinchError
        If the piece has no layers or texture places, or the place cannot be written.
    """
    held = portrait.pieces[piece]
    paint = painting.painting_of(portrait, piece)
    corners = places_of(held)
    side = size_for(held.surface, paint, corners) if size is None else size
    writer = _Writer(layout(held.surface, paint.grain, corners, side), paint.layers, progress)
    whole = np.asarray(writer.made.bake({"colour": paint.shown})["colour"], np.uint8)
    from PIL import Image

    small = Image.fromarray(whole)
    small.thumbnail((_SMALL, _SMALL))
    writer.files["Thumbnails/thumbnail.png"] = png(np.asarray(small))
    writer.files["mergedimage.png"] = png(whole)
    image = Xml.Element("image", version="0.0.5", w=str(side), h=str(side))
    writer.stack(Xml.SubElement(image, "stack"), "")
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_STORED) as archive:  # pictures are packed already
        archive.writestr("mimetype", "image/openraster")
        archive.writestr("stack.xml", Xml.tostring(image, "utf-8", xml_declaration=True))
        for name, data in writer.files.items():
            archive.writestr(name, data)
    write_atomic(path, out.getvalue())
    return f"Wrote {path.name}: {writer.written} layers of {held.name}, {side} x {side} pixels."


class _Writer:
    """Pictures and the description of a stack of layers."""

    def __init__(self, made: Layout, layers: Sequence[ColourLayer], progress: Progress) -> None:
        self.made, self.layers, self.progress = made, layers, progress
        self.files: dict[str, bytes] = {}
        self.written = 0

    def stack(self, into: Xml.Element, parent: str) -> None:
        """Describe the layers of a group, the uppermost first, and make their pictures."""
        own = [v for v in self.layers if v.parent == parent]
        entries: list[Xml.Element] = []
        below: list[ColourLayer] = []
        at = len(own)
        while at > 0:  # from the lowest up
            first = at - 1
            base = own[first]
            while first > 0 and own[first - 1].clip:
                first -= 1
            unit = own[first:at]
            at = first
            entries.insert(0, self._entry(base, unit, below))
            below = [*unit, *below]
        into.extend(entries)

    def _entry(self, base: ColourLayer, unit: Sequence[ColourLayer], below: Sequence[ColourLayer]) -> Xml.Element:
        clipped = unit[:-1]
        settings = {
            "name": base.name, "opacity": f"{base.opacity:.4f}", "composite-op": _OPS[base.mode],
            "visibility": "visible" if base.visible else "hidden",
        }  # fmt: skip
        if base.kind == "group" and base.mask is None and not clipped:
            entry = Xml.Element("stack", settings | {"isolation": "isolate"})
            self.stack(entry, base.id)
            return entry
        plain = replace(base, opacity=1.0, mode="normal", visible=True, clip=False)
        if base.kind in ("pigment", "adjust"):  # all that it comes to, over what lies below
            shown = replace(base, visible=True)
            picture = self._picture([*clipped, shown, *below]) if base.visible else None
            settings |= {"opacity": "1.0000", "composite-op": _OPS["normal"]}
        else:
            picture = self._picture([*clipped, plain])
        return Xml.Element("layer", settings | {"src": self._file(picture), "x": "0", "y": "0"})

    def _picture(self, layers: Sequence[ColourLayer]) -> ByteArray:
        """What layers of one group come to over nothing, as a picture."""
        self.progress(min(self.written / (len(self.layers) + 2), 1.0), f"making the picture of {layers[-1].name}")
        ids = {v.id for v in layers}
        inside = [v for v in self.layers if v.id not in ids and _within(self.layers, v, ids)]
        flat = flattened([*(replace(v, parent="") for v in layers), *inside], self.made.grain.count).dense()
        return np.asarray(self.made.bake({"layer": flat}, straight=("layer",))["layer"], np.uint8)

    def _file(self, picture: ByteArray | None) -> str:
        self.written += 1
        name = f"data/layer{self.written:03d}.png"
        side = self.made.size
        self.files[name] = png(np.zeros((side, side, 4), np.uint8) if picture is None else picture)
        return name


def _within(layers: Sequence[ColourLayer], layer: ColourLayer, ids: set[str]) -> bool:
    """Whether a layer lies in one of some groups, at any depth."""
    parents = {v.id: v.parent for v in layers}
    at = layer.parent
    while at:
        if at in ids:
            return True
        at = parents.get(at, "")
    return False


def take(portrait: Portrait, piece: str, path: Path, progress: Progress = silent) -> tuple[Edit, str]:
    """The layers of an OpenRaster file in a group on top of a piece's others; the group's id with it.

    Parameters
    ----------
    portrait : Portrait
    piece : str
        With texture places and colour layers.
    path : Path
    progress : Progress
        May cancel.

    Raises
    ------
    YewfinchError
        If the piece cannot be painted or has no texture places, or the file is damaged.
    """
    held = painting.paintable(portrait, piece)
    paint = painting.painting_of(portrait, piece)
    corners = places_of(held)
    taken = {v.id for v in paint.layers}
    made: list[ColourLayer] = []

    def new(stem: str) -> str:
        number = next(n for n in range(1, 1 << 20) if f"{stem}{n}" not in taken)
        taken.add(f"{stem}{number}")
        return f"{stem}{number}"

    def fill(stack: Xml.Element, parent: str, depth: int, picture_of: Callable[[str], ByteArray]) -> None:
        for entry in stack:
            if entry.tag not in ("layer", "stack") or depth > _DEEPEST:
                continue
            progress(min(len(made) / painting.MOST, 1.0), f"laying on {entry.get('name', '')}")
            group = entry.tag == "stack"
            key = new("group" if group else "paint")
            sheet = Sheet(paint.grain.count, CLEAR)
            if not group:
                sheet = Sheet.of_dense(on_samples(paint.grain, corners, picture_of(entry.get("src", ""))), CLEAR)
            made.append(
                ColourLayer(
                    key,
                    " ".join(entry.get("name", "").split())[:60] or ("Group" if group else "Layer"),
                    "group" if group else "paint",
                    sheet,
                    _share(entry.get("opacity")),
                    _MODES.get(entry.get("composite-op", ""), "normal"),
                    entry.get("visibility", "visible") != "hidden",
                    parent=parent,
                )
            )
            if len(made) > painting.MOST:
                raise YewfinchError(
                    phrase("{0} has more layers than the {1} that a piece can have.", path.name, painting.MOST)
                )
            if group:
                fill(entry, key, depth + 1, picture_of)

    top = new("group")
    made.append(ColourLayer(top, f"From {path.stem}"[:60], "group", Sheet(paint.grain.count, CLEAR)))
    bad = BadFileError(phrase("{0} is damaged or no OpenRaster file; nothing was taken.", path.name))
    try:
        with zipfile.ZipFile(path) as archive:
            if archive.read("mimetype").strip() != b"image/openraster":
                raise bad
            root = Xml.fromstring(_member(archive, "stack.xml", _LARGEST_TEXT, bad))
            stack = root.find("stack")
            if root.tag != "image" or stack is None:
                raise bad
            width, height = _whole(root.get("w"), bad), _whole(root.get("h"), bad)

            def picture_of(src: str) -> ByteArray:
                entry = next((e for e in stack.iter("layer") if e.get("src") == src), None)
                x, y = (0, 0) if entry is None else (int(entry.get("x", "0")), int(entry.get("y", "0")))
                found = read_picture(_member(archive, src, _LARGEST, bad), src)
                return _placed(found, x, y, width, height)

            fill(stack, top, 0, picture_of)
    except OSError as error:
        raise BadFileError(phrase("{0} cannot be read ({1}).", path.name, error.strerror)) from error
    except (zipfile.BadZipFile, KeyError, Xml.ParseError, ValueError, NotImplementedError, RuntimeError) as error:
        raise bad from error
    return painting.laid(held, paint, [*made, *paint.layers], f"Layers of {path.name}"), top


def _member(archive: zipfile.ZipFile, name: str, most: int, bad: BadFileError) -> bytes:
    if archive.getinfo(name).file_size > most:
        raise bad
    return archive.read(name)


def _whole(text: str | None, bad: BadFileError) -> int:
    value = int(text or "0")
    if not 2 <= value <= 16384:
        raise bad
    return value


def _share(text: str | None) -> float:
    try:
        value = float(text or "1")
    except ValueError:
        return 1.0
    return min(max(value, 0.0), 1.0) if np.isfinite(value) else 1.0


def _placed(picture: ByteArray, x: int, y: int, width: int, height: int) -> ByteArray:
    """A layer's picture, which may be smaller than the whole and lie anywhere, on the whole, with alpha."""
    out = np.zeros((height, width, 4), np.uint8)
    left, top, right, bottom = max(x, 0), max(y, 0), min(x + picture.shape[1], width), min(y + picture.shape[0], height)
    if right > left and bottom > top:
        some = picture[top - y : bottom - y, left - x : right - x]
        out[top:bottom, left:right, :3] = some[..., :3]
        out[top:bottom, left:right, 3] = some[..., 3] if some.shape[2] == 4 else 255
    return out
