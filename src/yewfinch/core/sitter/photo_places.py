"""Where a photo was taken goes no further than the camera: places are blanked in a photo's file when it comes in.

The picture itself and all else that the file says stay byte for byte; lengths do not change. Places stand in EXIF, as
the
directory that tag 0x8825 points to (CIPA DC-008-2019, Exif 2.32, 4.6.3), and in XMP, as names that begin with
``exif:GPS``
(Adobe 2012, XMP Specification Part 2).
"""

from __future__ import annotations

import re
import struct
import zlib

_GPS = 0x8825
#: Bytes of one value of each of TIFF's types.
_SIZES = {1: 1, 2: 1, 3: 2, 4: 4, 5: 8, 6: 1, 7: 1, 8: 2, 9: 4, 10: 8, 11: 4, 12: 8, 13: 4}
#: A place in XMP: as an attribute or as an element.
_XMP = re.compile(rb"(exif:GPS\w+\s*=\s*)(\"[^\"]*\"|'[^']*')|(<exif:GPS\w+(?:\s[^>]*)?>)([^<]*)(</)")


def without_place(data: bytes) -> bytes:
    """A photo's file without the place where it was taken.

    Parameters
    ----------
    data : bytes
        JPEG, PNG, WebP or TIFF; of anything else, and of what is broken, as much is blanked as can be understood.

    Returns
    -------
    bytes
        Of the same length.
    """
    out = bytearray(data)
    if data[:2] == b"\xff\xd8":
        _jpeg(out)
    elif data[:8] == b"\x89PNG\r\n\x1a\n":
        _png(out)
    elif data[:4] == b"RIFF" and data[8:12] == b"WEBP":
        _webp(out)
    elif data[:4] in (b"II*\0", b"MM\0*"):
        _tiff(out, 0, len(out))
        _xmp(out, 0, len(out))
    return bytes(out)


def _jpeg(out: bytearray) -> None:
    at = 2
    while at + 4 <= len(out) and out[at] == 0xFF:
        kind, size = out[at + 1], int.from_bytes(out[at + 2 : at + 4], "big")
        if kind in (0xDA, 0xD9) or size < 2:
            return
        if kind == 0xE1:
            start, end = at + 4, min(at + 2 + size, len(out))
            if out[start : start + 6] == b"Exif\0\0":
                _tiff(out, start + 6, end)
            else:
                _xmp(out, start, end)
        at += 2 + size


def _png(out: bytearray) -> None:
    at = 8
    while at + 12 <= len(out):
        size = int.from_bytes(out[at : at + 4], "big")
        start, end = at + 8, at + 8 + size
        if end + 4 > len(out):
            return
        kind, was = bytes(out[at + 4 : start]), bytes(out[start:end])
        if kind == b"eXIf":
            _tiff(out, start, end)
        elif kind in (b"iTXt", b"tEXt"):
            _xmp(out, start, end)
        if out[start:end] != was:
            out[end : end + 4] = zlib.crc32(kind + out[start:end]).to_bytes(4, "big")
        at = end + 4


def _webp(out: bytearray) -> None:
    at = 12
    while at + 8 <= len(out):
        kind, size = bytes(out[at : at + 4]), int.from_bytes(out[at + 4 : at + 8], "little")
        start, end = at + 8, min(at + 8 + size, len(out))
        if kind == b"EXIF":
            _tiff(out, start + 6 if out[start : start + 6] == b"Exif\0\0" else start, end)
        elif kind == b"XMP ":
            _xmp(out, start, end)
        at = end + (size & 1)


def _xmp(out: bytearray, start: int, end: int) -> None:
    """Blank places in XMP: their characters become spaces."""
    for found in _XMP.finditer(bytes(out[start:end])):
        a, b = (found.start(2) + 1, found.end(2) - 1) if found[2] else found.span(4)
        out[start + a : start + b] = b" " * (b - a)


def _tiff(out: bytearray, start: int, end: int) -> None:
    """Blank the directory of places of a TIFF structure: it has no entries then, and its values are zero."""
    order = {b"II": "<", b"MM": ">"}.get(bytes(out[start : start + 2]))
    if order is None or end - start < 8:
        return
    at, seen = start + struct.unpack_from(order + "I", out, start + 4)[0], set()
    while start + 8 <= at <= end - 2 and at not in seen:  # one directory a picture
        seen.add(at)
        count = struct.unpack_from(order + "H", out, at)[0]
        after = at + 2 + 12 * count
        if after > end:
            return
        for entry in range(at + 2, after, 12):
            tag, _, _, where = struct.unpack_from(order + "HHII", out, entry)
            if tag == _GPS:
                _blank(out, start, end, start + where, order)
        at = start + struct.unpack_from(order + "I", out, after)[0] if after + 4 <= end else -1


def _blank(out: bytearray, start: int, end: int, at: int, order: str) -> None:
    if not start + 8 <= at <= end - 2:
        return
    count = struct.unpack_from(order + "H", out, at)[0]
    for entry in range(at + 2, min(at + 2 + 12 * count, end - 11), 12):
        _, kind, values, where = struct.unpack_from(order + "HHII", out, entry)
        size = _SIZES.get(kind, 0) * values
        if size > 4 and start + 8 <= start + where and start + where + size <= end:
            out[start + where : start + where + size] = bytes(size)
    last = min(at + 2 + 12 * count, end)
    out[at:last] = bytes(last - at)
