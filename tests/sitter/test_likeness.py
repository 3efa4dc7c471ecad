"""Likeness in millimetres, calipers, and photos good and bad."""

import io

import numpy as np
import pytest
from PIL import Image
from scipy.spatial import procrustes as scipy_procrustes
from scipy.spatial.transform import Rotation

from yewfinch.core.anatomy.lore.landmarks import GUIDED, region_of
from yewfinch.core.shared.errors import BadFileError, CannotSolveError
from yewfinch.core.shared.geometry import angle, straight
from yewfinch.core.sight.view import View
from yewfinch.core.sitter.alignment import procrustes
from yewfinch.core.sitter.exaggerated import exaggerated
from yewfinch.core.sitter.joint import solve_sitter
from yewfinch.core.sitter.likeness import likeness
from yewfinch.core.sitter.photo import Photo, Sitter, decode, read_photo


@pytest.fixture(scope="module")
def solved(made_head):
    """The base head as sitter, seen well in four photos."""
    points = {k: a.on(made_head.surface(a.piece)) for k, a in made_head.anchors.items()}
    photos = []
    for i, turn in enumerate((0, -40, 45, 85)):
        camera = View(turn, 4, (0, -20, 20), 900, 85).camera(1080, 1350)
        keys = [k for k in GUIDED if k.endswith("_l") is (turn >= 0) or "_" not in k or abs(turn) < 50]
        marks = {k: tuple(float(v) for v in camera.project(points[k])[0]) for k in keys}
        photos.append(Photo(f"p{i}", f"p{i}", f"p{i}.jpg", 1080, 1350, 85.0, marks))
    _, found = solve_sitter(Sitter(tuple(photos), kind="man"))
    return points, found


def test_the_same_head_is_alike(solved):
    points, found = solved
    result = likeness(points, found, scaled=True)
    assert result.overall < 0.6
    assert sum(o.significant for o in result.offsets) < 0.15 * len(result.offsets)


@pytest.mark.parametrize(("key", "move", "words"), [
    ("prn", (0.0, -4.0, 0.0), "too low"), ("ch_l", (4.0, 0.0, 0.0), "to the sitter's left"),
    ("gn", (0.0, 0.0, -5.0), "too far back"), ("sa_l", (0.0, 4.0, 0.0), "too high"),
])  # fmt: skip
def test_a_moved_landmark_is_named_first_and_in_mm(solved, key, move, words):
    points, found = solved
    result = likeness({**points, key: points[key] + np.array(move)}, found, scaled=True)
    worst = result.offsets[0]
    assert worst.key == key
    assert worst.significant
    assert worst.size == pytest.approx(np.linalg.norm(move), abs=1.0)
    assert words in worst.words()
    np.testing.assert_allclose(worst.vector, move, atol=1.0)
    region = region_of(key)
    assert max(result.regions, key=lambda r: result.regions[r][0]) == region


def test_where_the_clay_stands_does_not_matter(solved):
    points, found = solved
    turn = Rotation.from_euler("xyz", [20, 130, -70], degrees=True)
    away = {k: turn.apply(p) + np.array([400, -30, 1000]) for k, p in points.items()}
    a, b = likeness(points, found), likeness(away, found)
    assert a.overall == pytest.approx(b.overall, abs=1e-6)
    np.testing.assert_allclose(a.offset("prn").vector, b.offset("prn").vector, atol=1e-6)
    camera = View(30, 5).camera(800, 1000)
    seen = a.alignment.camera(camera).project(np.array(list(points.values())))
    again = b.alignment.camera(camera).project(np.array(list(away.values())))
    np.testing.assert_allclose(seen, again, atol=1e-6)


def test_size_is_told_or_left_out(solved):
    points, found = solved
    larger = {k: p * 1.05 for k, p in points.items()}
    with_size, without = likeness(larger, found), likeness(larger, found, scaled=True)
    assert with_size.size / likeness(points, found).size == pytest.approx(1.05, abs=1e-3)
    assert without.size == 1.0
    assert without.overall < 0.6
    # the uncertainty of the size is part of each offset's only while size counts
    assert without.offset("gn").spread.max() < with_size.offset("gn").spread.max()


def test_too_few_shared_landmarks_are_said(solved):
    points, found = solved
    with pytest.raises(CannotSolveError, match="share 2 landmarks"):
        likeness({k: points[k] for k in ("prn", "gn")}, found)


def test_procrustes_equals_scipy():
    # reference: scipy.spatial.procrustes, which standardises both and leaves a disparity
    rng = np.random.default_rng(2)
    a = rng.normal(size=(20, 3)) * 40
    turn = Rotation.random(rng=3).as_matrix()
    b = 1.3 * a @ turn.T + (5, 6, 7) + rng.normal(size=(20, 3))
    lay = procrustes(a, b, scaled=True)
    _, _, disparity = scipy_procrustes(b, a)
    left = ((lay.to_sitter(a) - b) ** 2).sum() / ((b - b.mean(axis=0)) ** 2).sum()
    assert left == pytest.approx(disparity, rel=1e-9)
    np.testing.assert_allclose(lay.rotation, turn, atol=0.02)
    np.testing.assert_allclose(lay.to_clay(lay.to_sitter(a)), a, atol=1e-9)


def test_procrustes_never_reflects_and_keeps_to_weights():
    rng = np.random.default_rng(4)
    a = rng.normal(size=(12, 3))
    mirrored = a * (-1, 1, 1)
    assert np.linalg.det(procrustes(a, mirrored).rotation) == pytest.approx(1.0)
    b = a + np.array([1.0, 0, 0])
    b[0] += 50.0
    weight = np.ones(12)
    weight[0] = 1e-9
    np.testing.assert_allclose(procrustes(a, b, weight).shift, (1, 0, 0), atol=1e-6)
    with pytest.raises(ValueError, match="n of 3 or more"):
        procrustes(a[:2], b[:2])


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
    photo, data = read_photo(
        save(tmp_path, "t.jpg", "JPEG", (90, 120), exif=exif.tobytes()), [Photo("photo1", "t", "t.jpg", 9, 9)]
    )
    assert (photo.width, photo.height) == (120, 90)
    assert photo.lens == 85
    assert photo.id == "photo2"
    assert photo.name == "t (2)"  # no two photos of one name
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


def test_a_sitter_is_taken_from_a_norm_and_beyond(solved):
    """Against the formula itself (Brennan 1985), with SciPy's Procrustes for how the norm is laid on."""
    _, found = solved
    rng = np.random.default_rng(3)
    turn = Rotation.from_rotvec([0.3, -0.8, 0.1])
    norm = {k: turn.apply(p + rng.normal(size=3) * 4.0) + 90.0 for k, p in zip(found.keys, found.points, strict=True)}
    norm.pop("prn")
    same = exaggerated(found, norm, 1.0, scaled=False)
    np.testing.assert_allclose(same.points, found.points, atol=1e-9)
    zero, half, two = (exaggerated(found, norm, k, scaled=False) for k in (0.0, 0.5, 2.0))
    np.testing.assert_allclose(half.points, (zero.points + found.points) / 2, atol=1e-9)
    np.testing.assert_allclose(two.points, 2 * found.points - zero.points, atol=1e-9)
    keys = [k for k in found.keys if k in norm]
    rows = [found.index(k) for k in keys]
    a, b, _ = scipy_procrustes(zero.points[rows], np.array([norm[k] for k in keys]))
    np.testing.assert_allclose(a, b, atol=1e-6)  # the norm itself, only moved
    np.testing.assert_array_equal(two.points[found.index("prn")], found.points[found.index("prn")])
    i, j = 3 * found.index("sn"), 3 * found.index("prn")
    assert two.covariance[i, i] == pytest.approx(4 * found.covariance[i, i])
    assert two.covariance[i, j] == pytest.approx(2 * found.covariance[i, j])
    assert two.placing[found.index("sn")] == pytest.approx(2 * found.placing[found.index("sn")])
    clay = {k: two.points[two.index(k)] for k in found.seen}
    assert likeness(clay, two).overall < 1e-6 < likeness(clay, found).overall
    with pytest.raises(CannotSolveError, match="At least 8"):
        exaggerated(found, {k: norm[k] for k in keys[:5]}, 2.0, scaled=True)
