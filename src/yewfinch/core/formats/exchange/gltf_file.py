"""The bytes of a glTF 2.0 file: its JSON by a schema, its buffers, and accessors as arrays.

Buffers come from within the file or from files in its own folder, never from anywhere else. Every index, offset and
size is
checked before it is used.
"""

from __future__ import annotations

import base64
import binascii
import struct
from collections.abc import Sequence
from pathlib import Path
from typing import Annotated, Any, TypeVar
from urllib.parse import unquote

import msgspec
import numpy as np

from yewfinch.core.formats.picture_files import read_picture
from yewfinch.core.shared.arrays import MAX_FACES, ByteArray, DoubleArray
from yewfinch.core.shared.bounds import Count
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase

#: Extensions that a file may require: those that change nothing of what is read, and quantized meshes, which are read.
KNOWN = (
    "KHR_mesh_quantization",
    "KHR_texture_transform",
    "KHR_texture_basisu",
    "KHR_lights_punctual",
    "KHR_materials_unlit",
    "KHR_materials_clearcoat",
    "KHR_materials_ior",
    "KHR_materials_iridescence",
    "KHR_materials_sheen",
    "KHR_materials_specular",
    "KHR_materials_transmission",
    "KHR_materials_volume",
    "KHR_materials_emissive_strength",
    "KHR_materials_anisotropy",
    "KHR_materials_dispersion",
    "KHR_materials_variants",
    "KHR_materials_pbrSpecularGlossiness",
    "KHR_xmp_json_ld",
    "EXT_texture_webp",
    "EXT_texture_avif",
)
#: Largest JSON, bytes.
MAX_JSON = 256 << 20
_TYPES = {5120: "<i1", 5121: "<u1", 5122: "<i2", 5123: "<u2", 5125: "<u4", 5126: "<f4"}
_WIDTHS = {"SCALAR": 1, "VEC2": 2, "VEC3": 3, "VEC4": 4, "MAT2": 4, "MAT3": 9, "MAT4": 16}
_GLB, _JSON, _BIN = 0x46546C67, 0x4E4F534A, 0x004E4942

Number = Annotated[float, msgspec.Meta(ge=-1e30, le=1e30)]
Three = tuple[Number, Number, Number]


class _Asset(msgspec.Struct, rename="camel"):
    version: str
    min_version: str | None = None


class _Header(msgspec.Struct):
    asset: _Asset


class _Buffer(msgspec.Struct, rename="camel"):
    byte_length: Count
    uri: str | None = None


class _View(msgspec.Struct, rename="camel"):
    buffer: Count
    byte_length: Count
    byte_offset: Count = 0
    byte_stride: Count | None = None


class _Indices(msgspec.Struct, rename="camel"):
    buffer_view: Count
    component_type: int
    byte_offset: Count = 0


class _Values(msgspec.Struct, rename="camel"):
    buffer_view: Count
    byte_offset: Count = 0


class _Sparse(msgspec.Struct, rename="camel"):
    count: Count
    indices: _Indices
    values: _Values


class _Accessor(msgspec.Struct, rename="camel"):
    component_type: int
    count: Count
    type: str
    buffer_view: Count | None = None
    byte_offset: Count = 0
    normalized: bool = False
    sparse: _Sparse | None = None


class Primitive(msgspec.Struct, rename="camel"):
    """A part of a mesh."""

    attributes: dict[str, Count]
    indices: Count | None = None
    mode: int = 4
    material: Count | None = None
    targets: list[dict[str, Count]] = []


class Mesh(msgspec.Struct, rename="camel"):
    """A mesh: its parts, and the weights of its morph targets."""

    primitives: list[Primitive]
    name: str = ""
    weights: list[Number] = []


class Node(msgspec.Struct, rename="camel"):
    """A place in the scene, and what stands there."""

    mesh: Count | None = None
    children: list[Count] = []
    matrix: Annotated[list[Number], msgspec.Meta(min_length=16, max_length=16)] | None = None
    translation: Three = (0.0, 0.0, 0.0)
    rotation: tuple[Number, Number, Number, Number] = (0.0, 0.0, 0.0, 1.0)
    scale: Three = (1.0, 1.0, 1.0)
    skin: Count | None = None
    weights: list[Number] = []
    name: str = ""


class Scene(msgspec.Struct, rename="camel"):
    """The nodes that are shown."""

    nodes: list[Count] = []


class Skin(msgspec.Struct, rename="camel"):
    """Joints that hold a mesh."""

    joints: list[Count]
    inverse_bind_matrices: Count | None = None


class _Use(msgspec.Struct, rename="camel"):
    index: Count
    tex_coord: Annotated[int, msgspec.Meta(ge=0, le=7)] = 0
    extensions: dict[str, Any] = {}


class Metallic(msgspec.Struct, rename="camel"):
    """The physical values of a material."""

    base_color_factor: tuple[Number, Number, Number, Number] = (1.0, 1.0, 1.0, 1.0)
    base_color_texture: _Use | None = None
    metallic_roughness_texture: _Use | None = None
    metallic_factor: Number = 1.0
    roughness_factor: Number = 1.0


class _Texture(msgspec.Struct, rename="camel"):
    source: Count | None = None
    extensions: dict[str, Any] = {}


class _Image(msgspec.Struct, rename="camel"):
    uri: str | None = None
    buffer_view: Count | None = None


class Coat(msgspec.Struct, rename="camel"):
    """A clear coat over a material, by KHR_materials_clearcoat."""

    clearcoat_factor: Number = 0.0
    clearcoat_texture: _Use | None = None


class Material(
    msgspec.Struct,
    rename={"pbr": "pbrMetallicRoughness", "alpha_mode": "alphaMode", "alpha_cutoff": "alphaCutoff"},
):
    """A material: its flat colour, linear, its pictures, and what its alpha means."""

    pbr: Metallic = msgspec.field(default_factory=Metallic)
    alpha_mode: str = "OPAQUE"
    alpha_cutoff: Number = 0.5
    extensions: dict[str, Any] = {}

    @property
    def coat(self) -> Coat:
        """Its clear coat; one of no strength if it has none that can be read."""
        try:
            return msgspec.convert(self.extensions.get("KHR_materials_clearcoat", {}), Coat)
        except msgspec.ValidationError:
            return Coat()


class Gltf(msgspec.Struct, rename="camel"):
    """What is read of a file's JSON."""

    asset: _Asset
    scene: Count = 0
    scenes: list[Scene] = []
    nodes: list[Node] = []
    meshes: list[Mesh] = []
    accessors: list[_Accessor] = []
    buffer_views: list[_View] = []
    buffers: list[_Buffer] = []
    skins: list[Skin] = []
    materials: list[Material] = []
    textures: list[_Texture] = []
    images: list[_Image] = []
    extensions_required: list[str] = []


T = TypeVar("T")


class GltfFile:
    """A file of either kind, open for reading.

    Parameters
    ----------
    path : Path

    Raises
    ------
    BadFileError
        If it is damaged, of another version, or requires an extension that is not known; and from every reader.
    """

    def __init__(self, path: Path) -> None:
        self.name, self.stem, self._folder = path.name, path.stem, path.parent
        data = path.read_bytes()
        self._own: bytes | None = None
        text = data
        if data[:4] == b"glTF":
            text = self._chunks(data)
        elif path.suffix.lower() == ".glb":
            raise BadFileError(phrase("{0} is not a GLB file.", self.name))
        if len(text) > MAX_JSON:
            raise BadFileError(phrase("{0} has an absurdly large description and is not opened.", self.name))
        try:
            text = text.removeprefix(b"\xef\xbb\xbf")
            asset = msgspec.json.decode(text, type=_Header).asset
            self._versioned(asset.version)
            if asset.min_version is not None and asset.min_version != "2.0":  # what it needs at least
                raise BadFileError(
                    phrase(
                        "{0} needs glTF {1}; version 2.0 can be read. Export it as 2.0.",
                        self.name,
                        asset.min_version[:10],
                    )
                )
            self.told = msgspec.json.decode(text, type=Gltf)
        except (msgspec.MsgspecError, RecursionError, UnicodeDecodeError) as error:
            raise BadFileError(
                phrase("{0} is damaged or no glTF 2.0 file; nothing was imported.", self.name)
            ) from error
        foreign = [e for e in self.told.extensions_required if e not in KNOWN]
        if foreign:
            raise BadFileError(
                phrase(
                    "{0} can only be read with {1}, which Yewfinch does not know. Export it without.",
                    self.name,
                    ", ".join(e[:60] for e in foreign[:3]),
                )
            )
        self._buffers: dict[int, bytes] = {}
        self._pictures: dict[int, ByteArray | None] = {}
        #: Whether a picture could not be read.
        self.lost = False

    def pictures_of(self, material: int | None) -> tuple[dict[str, ByteArray], int] | None:
        """The pictures of a material, (h, w, c) uint8, and which texture places they lie by.

        "colour" is sRGB; "values" has roughness in green and metal in blue, "coat" its strength in red. None if it has
        none of them; what cannot be read, or lies by other places than the first one, is lost, and no more.
        """
        if material is None:
            return None
        told = self.one(self.told.materials, material, "material")
        out: dict[str, ByteArray] = {}
        places: int | None = None
        for name, use in (
            ("colour", told.pbr.base_color_texture),
            ("values", told.pbr.metallic_roughness_texture),
            ("coat", told.coat.clearcoat_texture),
        ):
            if use is None:
                continue
            if use.index not in self._pictures:
                self._pictures[use.index] = self._picture(use.index)
            found = self._pictures[use.index]
            if found is None or "KHR_texture_transform" in use.extensions or places not in (None, use.tex_coord):
                self.lost = True
                continue
            out[name], places = found, use.tex_coord
        return None if places is None else (out, places)

    def _picture(self, texture: int) -> ByteArray | None:
        try:
            told = self.one(self.told.textures, texture, "texture")
            webp = told.extensions.get("EXT_texture_webp")
            source = webp.get("source") if isinstance(webp, dict) and told.source is None else told.source
            image = self.one(self.told.images, source if isinstance(source, int) and source >= 0 else None, "picture")
            if image.buffer_view is not None:
                view = self.one(self.told.buffer_views, image.buffer_view, "buffer view")
                data = self._buffer(view.buffer)[view.byte_offset : view.byte_offset + view.byte_length]
            elif image.uri is not None and image.uri.startswith("data:"):
                data = base64.b64decode(image.uri.partition(",")[2], validate=True)
            else:
                data = self._beside(image.uri or "")
            return read_picture(data, self.name)
        except (BadFileError, binascii.Error, ValueError):
            return None

    def _versioned(self, version: str) -> None:
        if not version.startswith("2."):
            raise BadFileError(
                phrase("{0} is glTF {1}; version 2 can be read. Convert it first.", self.name, version[:10])
            )

    def _chunks(self, data: bytes) -> bytes:
        """JSON of a binary file; its own buffer is kept."""
        try:
            _, version, length = struct.unpack_from("<III", data)
            self._versioned(f"{version}.0")
            if length > len(data):
                raise BadFileError(phrase("{0} is cut short; nothing was imported.", self.name))
            size, kind = struct.unpack_from("<II", data, 12)
            if kind != _JSON or 20 + size > length:
                raise BadFileError(phrase("{0} is damaged; nothing was imported.", self.name))
            at = 20 + size
            if at + 8 <= length:
                own, kind = struct.unpack_from("<II", data, at)
                if kind == _BIN:
                    self._own = data[at + 8 : at + 8 + own]
        except struct.error as error:
            raise BadFileError(phrase("{0} is cut short; nothing was imported.", self.name)) from error
        return data[20 : 20 + size]

    def one(self, held: Sequence[T], number: int | None, what: str) -> T:
        """One of a list."""
        if number is None or number >= len(held):
            raise BadFileError(phrase("{0} is damaged: it names a {1} that it does not have.", self.name, what))
        return held[number]

    def count(self, accessor: int) -> int:
        """Rows of an accessor."""
        return self.one(self.told.accessors, accessor, "row of numbers").count

    def accessor(self, number: int, kind: str = "") -> DoubleArray:
        """Values of an accessor, (count, width) float64; whole numbers of one are parts of one if it says so.

        Parameters
        ----------
        number : int
        kind : str
            That it must be, such as ``"VEC3"``; any if empty.
        """
        told = self.one(self.told.accessors, number, "row of numbers")
        if (
            told.type not in _WIDTHS
            or told.component_type not in _TYPES
            or (kind and told.type != kind)
            or told.count > 4 * MAX_FACES
        ):
            raise BadFileError(phrase("{0} is damaged: numbers of it are of a kind that does not exist.", self.name))
        width, dtype = _WIDTHS[told.type], np.dtype(_TYPES[told.component_type])
        if told.buffer_view is not None:
            out = self._numbers(told.buffer_view, told.byte_offset, told.count, width, dtype)
        elif told.sparse is None and told.count > 1_000_000:
            raise BadFileError(phrase("{0} claims {1} rows of nothing.", self.name, told.count))
        else:
            out = np.zeros((told.count, width), dtype)
        if told.sparse is not None:
            out = self._sparse(told.sparse, out)
        if told.normalized and dtype.kind in "iu":
            return np.asarray(np.maximum(out / float(np.iinfo(dtype).max), -1.0))
        return out.astype(np.float64)

    def _sparse(self, told: _Sparse, onto: np.ndarray) -> np.ndarray:
        if told.indices.component_type not in (5121, 5123, 5125):
            raise BadFileError(phrase("{0} is damaged: numbers of it are of a kind that does not exist.", self.name))
        rows = self._numbers(
            told.indices.buffer_view,
            told.indices.byte_offset,
            told.count,
            1,
            np.dtype(_TYPES[told.indices.component_type]),
        )[:, 0]
        values = self._numbers(told.values.buffer_view, told.values.byte_offset, told.count, onto.shape[1], onto.dtype)
        if len(rows) and int(rows.max()) >= len(onto):
            raise BadFileError(phrase("{0} is damaged: it changes rows that it does not have.", self.name))
        out = onto.copy()
        out[rows.astype(np.int64)] = values
        return out

    def _numbers(self, view_number: int, offset: int, count: int, width: int, dtype: np.dtype[Any]) -> np.ndarray:
        view = self.one(self.told.buffer_views, view_number, "buffer view")
        data = self._buffer(view.buffer)
        row = width * dtype.itemsize
        stride = view.byte_stride or row
        start, last = view.byte_offset + offset, offset + (count - 1) * stride + row
        if stride < row or (count and (last > view.byte_length or view.byte_offset + view.byte_length > len(data))):
            raise BadFileError(phrase("{0} is damaged: its numbers reach beyond their buffer.", self.name))
        if not count:
            return np.zeros((0, width), dtype)
        return np.ndarray((count, width), dtype, data, start, (stride, dtype.itemsize))

    def _buffer(self, number: int) -> bytes:
        if number not in self._buffers:
            told = self.one(self.told.buffers, number, "buffer")
            if told.uri is None:
                if number != 0 or self._own is None:
                    raise BadFileError(phrase("{0} is damaged: it lacks a buffer.", self.name))
                data = self._own
            elif told.uri.startswith("data:"):
                try:
                    data = base64.b64decode(told.uri.partition(",")[2], validate=True)
                except (binascii.Error, ValueError) as error:
                    raise BadFileError(
                        phrase("{0} is damaged: a buffer within it cannot be read.", self.name)
                    ) from error
            else:
                data = self._beside(told.uri)
            if len(data) < told.byte_length:
                raise BadFileError(phrase("{0} has a buffer that is cut short.", self.name))
            self._buffers[number] = data
        return self._buffers[number]

    def _beside(self, uri: str) -> bytes:
        """A file that lies in the model's own folder, or further in."""
        name = unquote(uri)
        try:
            folder = self._folder.resolve()
            file = (folder / name).resolve()
            inside = (
                "\0" not in name
                and ":" not in uri
                and "\\" not in name
                and file.is_relative_to(folder)
                and file.is_file()
            )
            if not inside:
                raise BadFileError(
                    phrase(
                        "{0} needs the file '{1}', which does not lie in its folder. Put it there, or export as GLB.",
                        self.name,
                        name[:80],
                    )
                )
            if file.stat().st_size > 4 << 30:
                raise BadFileError(phrase("{0}, which {1} needs, is larger than 4 GB.", name[:80], self.name))
            return file.read_bytes()
        except (OSError, ValueError, RuntimeError) as error:
            raise BadFileError(
                phrase("{0} needs the file '{1}', which cannot be read.", self.name, name[:80])
            ) from error
