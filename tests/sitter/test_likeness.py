"""Likeness in millimetres, calipers, and photos good and bad."""

import io

import numpy as np
import pytest
from PIL import Image

from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.show.view import View
from yewfinch.core.sitter.calipers import angle, straight
from yewfinch.core.sitter.likeness import likeness, overall
from yewfinch.core.sitter.photo import Photo, Sitter, decode, read_photo
from yewfinch.core.sitter.standpoint import Standpoint


def standpoint(camera):
    return Standpoint(
        tuple(camera.rotation.ravel()), tuple(camera.position), camera.focal,
        int(camera.width), int(camera.height), camera.centre,
    )  # fmt: skip


@pytest.mark.parametrize(("turn", "move", "words"), [
    (0, (0.0, -2.0, 0.0), "2.0 mm too low"),
    (0, (1.5, 0.0, 0.0), "1.5 mm to the sitter's left"),
    (90, (0.0, 0.0, 3.0), "3.0 mm too far forward"),
    (-90, (0.0, 0.0, -3.0), "3.0 mm too far back"),
])  # fmt: skip
def test_an_offset_is_measured_in_the_head_frame(turn, move, words):
    camera = View(turn, 0, (0, 0, 0), 5000, 300).camera(1000, 1000)
    truth = np.array([3.0, 4.0, 5.0])
    x, y = camera.project(truth)[0]
    photo = Photo("p", "p", "p.jpg", 1000, 1000, None, {"prn": (float(x), float(y))}, standpoint(camera))
    found = likeness(Sitter((photo,), {}), {"prn": truth + np.array(move)})
    assert found[0].size == pytest.approx(np.linalg.norm(move), abs=0.02)
    np.testing.assert_allclose(found[0].vector, move, atol=0.02)
    assert found[0].words().startswith(words)


def test_worst_come_first_and_unsolved_photos_are_left_out(portrait):
    camera = View(10, 0).camera(800, 800)
    points = portrait.landmarks()
    marks = {k: tuple(camera.project(points[k])[0] + i) for i, k in enumerate(["prn", "gn", "ch_l"])}
    solved = Photo("a", "a", "a.jpg", 800, 800, None, marks, standpoint(camera))
    other = Photo("b", "b", "b.jpg", 800, 800, None, marks, None)
    found = likeness(Sitter((solved, other), {}), points)
    assert [o.key for o in found] == ["ch_l", "gn", "prn"]
    assert found[2].size == pytest.approx(0, abs=1e-6)
    assert overall(found) > 0
    assert overall([]) is None


def test_calipers():
    assert straight((0, 0, 0), (3, 4, 12)) == 13
    assert angle((1, 0, 0), (0, 0, 0), (0, 2, 0)) == pytest.approx(90)
    assert angle((1, 0, 0), (0, 0, 0), (-1, 0, 0)) == pytest.approx(180)
    assert np.isnan(angle((0, 0, 0), (0, 0, 0), (1, 0, 0)))


def save(tmp_path, name, kind, size=(90, 120), mode="RGB", **options):
    image = Image.new(mode, size, (200, 50, 20) if mode == "RGB" else None)
    path = tmp_path / name
    image.save(path, kind, **options)
    return path


@pytest.mark.parametrize(("name", "kind"), [("a.jpg", "JPEG"), ("a.png", "PNG"), ("a.webp", "WEBP"), ("a.tif", "TIFF")])
def test_photos_of_all_kinds_open(tmp_path, name, kind):
    photo, data = read_photo(save(tmp_path, name, kind))
    assert (photo.width, photo.height, photo.lens) == (90, 120, None)
    pixels = decode(data, name)
    assert pixels.shape == (120, 90, 3)
    np.testing.assert_allclose(pixels[60, 45], (200, 50, 20), atol=12)


def test_exif_orientation_and_lens_are_read(tmp_path):
    exif = Image.Exif()
    exif[0x0112] = 6  # Exif 2.3: the top of the picture is on its right side
    exif.get_ifd(0x8769)[0xA405] = 85
    photo, data = read_photo(save(tmp_path, "t.jpg", "JPEG", (90, 120), exif=exif.tobytes()), {"photo1"})
    assert (photo.width, photo.height) == (120, 90)
    assert photo.lens == 85
    assert photo.id == "photo2"
    assert decode(data, "t", longest=60).shape == (45, 60, 3)


def test_sixteen_bit_and_grey_and_cmyk_open(tmp_path):
    wide = Image.fromarray(np.full((80, 80), 40000, np.uint16))
    wide.save(tmp_path / "w.png")
    _, data = read_photo(tmp_path / "w.png")
    assert abs(int(decode(data, "w")[0, 0, 0]) - 155) < 3
    Image.new("CMYK", (80, 80), (0, 200, 200, 0)).save(tmp_path / "c.jpg")
    _, data = read_photo(tmp_path / "c.jpg")
    assert decode(data, "c")[0, 0, 0] > decode(data, "c")[0, 0, 1]


@pytest.mark.parametrize(("content", "message"), [
    (b"", "not a photo"), (b"just some text", "not a photo"), (None, "damaged"), ("tiny", "at least 64"),
])  # fmt: skip
def test_what_is_no_photo_is_refused_in_words(tmp_path, content, message):
    path = tmp_path / "x.jpg"
    if content is None:
        good = save(tmp_path, "good.jpg", "JPEG", (400, 400)).read_bytes()
        path.write_bytes(good[: len(good) // 3])
    elif content == "tiny":
        save(tmp_path, "x.jpg", "JPEG", (1, 1))
    else:
        path.write_bytes(content)
    with pytest.raises(BadFileError, match=message):
        read_photo(path)


def test_an_absurdly_large_picture_is_refused_before_it_is_unpacked(tmp_path):
    out = io.BytesIO()
    Image.new("1", (20000, 11000)).save(out, "PNG")
    (tmp_path / "big.png").write_bytes(out.getvalue())
    with pytest.raises(BadFileError, match=r"220 million pixels|too large"):
        read_photo(tmp_path / "big.png")


def test_a_missing_photo_is_named(tmp_path):
    with pytest.raises(BadFileError, match=r"gone\.jpg cannot be read"):
        read_photo(tmp_path / "gone.jpg")
