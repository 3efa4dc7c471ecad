"""Where a photo was taken does not stay in it; the picture and all else do. Judged by Pillow's reader of EXIF."""

import io

import numpy as np
import pytest
from PIL import Image, PngImagePlugin

from yewfinch.core.sitter.photo import photo_from
from yewfinch.core.sitter.photo_places import without_place

GPS = 0x8825
XMP = b"""<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:Description exif:GPSLatitude="52,30.5N" exif:FNumber='4/1' exif:GPSLongitude = '13,22.1E'>
<exif:GPSAltitude>34/1</exif:GPSAltitude><exif:ISO>100</exif:ISO></rdf:Description></x:xmpmeta>"""


def exif():
    tags = Image.Exif()
    tags[0x0112], tags[0x010F], tags[0x013B] = 6, "invented", "a maker with a long name"
    tags.get_ifd(0x8769)[0xA405] = 85
    tags[GPS] = {1: "N", 2: (52.0, 30.0, 29.5), 3: "E", 4: (13.0, 22.0, 6.25), 29: "2026:11:29"}
    return tags


def picture(kind, *, xmp=False):
    y, x = np.mgrid[:96, :80]
    image = Image.fromarray(np.stack([x, y, x + y], axis=-1).astype(np.uint8))
    out = io.BytesIO()
    more = {}
    if xmp and kind == "PNG":
        info = PngImagePlugin.PngInfo()
        info.add_itxt("XML:com.adobe.xmp", XMP.decode())
        more = {"pnginfo": info}
    elif xmp:
        more = {"xmp": XMP}
    image.save(out, kind, exif=exif(), **more)
    return out.getvalue()


@pytest.mark.parametrize("kind", ["JPEG", "PNG", "WEBP"])
def test_the_place_is_gone_and_nothing_else(kind):
    data = picture(kind)
    before = Image.open(io.BytesIO(data))
    assert before.getexif().get_ifd(GPS)[2] == (52.0, 30.0, 29.5)
    _, kept = photo_from(data, f"a.{kind.lower()}")
    after = Image.open(io.BytesIO(kept))
    assert len(kept) == len(data)
    assert after.getexif().get_ifd(GPS) == {}
    assert b"2026:11:29" not in kept
    told = {k: v for k, v in before.getexif().items() if k != GPS}
    assert {k: v for k, v in after.getexif().items() if k != GPS} == told
    assert after.getexif().get_ifd(0x8769)[0xA405] == 85
    np.testing.assert_array_equal(np.asarray(after), np.asarray(before))


@pytest.mark.parametrize("kind", ["JPEG", "PNG", "WEBP"])
def test_places_in_xmp_are_blanked(kind):
    data = picture(kind, xmp=True)
    assert b"52,30.5N" in data
    kept = without_place(data)
    assert len(kept) == len(data)
    for gone in (b"52,30.5N", b"13,22.1E", b"34/1"):
        assert gone not in kept
    assert b"exif:FNumber='4/1'" in kept
    assert b"<exif:ISO>100<" in kept
    Image.open(io.BytesIO(kept)).load()


def test_a_tiff_keeps_all_but_the_place():
    data = exif().tobytes()[6:]  # EXIF is a TIFF, here without a picture
    kept = without_place(data)
    assert len(kept) == len(data)
    found, was = Image.Exif(), Image.Exif()
    found.load(b"Exif\0\0" + kept)
    was.load(b"Exif\0\0" + data)
    assert was.get_ifd(GPS)[1] == "N"
    assert found.get_ifd(GPS) == {}
    assert found[0x013B] == "a maker with a long name"
    assert b"2026:11:29" not in kept


@pytest.mark.parametrize("seed", range(30))
def test_broken_files_come_back_with_their_length(seed):
    rng = np.random.default_rng(seed)
    data = bytearray(picture(["JPEG", "PNG", "WEBP"][seed % 3], xmp=seed % 2 == 0))
    for _ in range(20):
        data[int(rng.integers(0, 600)) % len(data)] = int(rng.integers(256))
    cut = bytes(data[: int(rng.integers(1, len(data)))])
    assert len(without_place(bytes(data))) == len(data)
    assert len(without_place(cut)) == len(cut)


def test_a_photo_without_a_place_is_untouched():
    out = io.BytesIO()
    Image.new("RGB", (80, 80), (1, 2, 3)).save(out, "JPEG")
    assert without_place(out.getvalue()) == out.getvalue()
    assert without_place(b"") == b""
