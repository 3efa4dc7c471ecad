"""Clear coats put into a binary glTF 2.0 file, by KHR_materials_clearcoat: they stand for water on skin."""

from __future__ import annotations

import json
import struct
from collections.abc import Mapping
from typing import Any

#: How rough water is, by its material's factor.
_SMOOTH = 0.08
_JSON, _BIN = 0x4E4F534A, 0x004E4942


def with_clear_coats(data: bytes, wet: Mapping[str, bytes]) -> bytes:
    """The same file with a clear coat on some materials.

    Parameters
    ----------
    data : bytes
        A GLB file of one buffer, as we write it.
    wet : mapping of str to bytes
        By the names of materials: PNG files whose red says how much water lies there.
    """
    size = struct.unpack_from("<I", data, 12)[0]
    told: dict[str, Any] = json.loads(data[20 : 20 + size])
    at = 20 + size
    own = struct.unpack_from("<I", data, at)[0]
    binary = bytearray(data[at + 8 : at + 8 + own])
    for material in told.get("materials", []):
        picture = wet.get(material.get("name", ""))
        if picture is None:
            continue
        binary += bytes(-len(binary) % 4)
        told["bufferViews"].append({"buffer": 0, "byteOffset": len(binary), "byteLength": len(picture)})
        binary += picture
        told["images"].append({"bufferView": len(told["bufferViews"]) - 1, "mimeType": "image/png"})
        told["textures"].append({"source": len(told["images"]) - 1})
        material.setdefault("extensions", {})["KHR_materials_clearcoat"] = {
            "clearcoatFactor": 1.0,
            "clearcoatTexture": {"index": len(told["textures"]) - 1},
            "clearcoatRoughnessFactor": _SMOOTH,
        }
        used = told.setdefault("extensionsUsed", [])
        if "KHR_materials_clearcoat" not in used:
            used.append("KHR_materials_clearcoat")
    binary += bytes(-len(binary) % 4)
    told["buffers"][0]["byteLength"] = len(binary)
    text = json.dumps(told, separators=(",", ":")).encode()
    text += b" " * (-len(text) % 4)
    whole = 12 + 8 + len(text) + 8 + len(binary)
    return b"".join([
        struct.pack("<4sII", b"glTF", 2, whole),
        struct.pack("<II", len(text), _JSON), text,
        struct.pack("<II", len(binary), _BIN), bytes(binary),
    ])  # fmt: skip
