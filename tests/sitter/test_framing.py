"""Turn, crop, exposure and warmth: what is shown moves, marks and standpoints stay right."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from yewfinch.core.sight.view import View
from yewfinch.core.sitter.framing import framed_pixels, framing, look_up
from yewfinch.core.sitter.photo import Photo

PHOTO = Photo("a", "a", "a.jpg", 300, 400)


@given(
    turn=st.floats(-180, 360), left=st.floats(0, 200), top=st.floats(0, 200), w=st.floats(30, 300), h=st.floats(30, 300)
)
def test_a_framed_camera_sees_points_where_they_are_shown(turn, left, top, w, h):
    photo = replace(PHOTO, turn=turn, crop=(left, top, left + w, top + h))
    camera = View(25, 8, (0, 0, 0), 700, 60).camera(300, 400)
    points = np.array([[0, 0, 90], [40, 30, 60], [-50, -60, 20.0]])
    frame = framing(photo)
    np.testing.assert_allclose(frame.camera(camera).project(points), frame.to_shown(camera.project(points)), atol=1e-6)
    np.testing.assert_allclose(frame.to_photo(frame.to_shown(points[:, :2])), points[:, :2], atol=1e-6)
    assert frame.width >= 16
    assert frame.height >= 16


@pytest.mark.parametrize("turn", [0, 90, 180, 270])
def test_quarter_turns_move_pixels_exactly(turn):
    rng = np.random.default_rng(0)
    pixels = rng.integers(0, 255, (40, 30, 3), dtype=np.uint8)
    photo = replace(PHOTO, width=30, height=40, turn=float(turn))
    np.testing.assert_array_equal(framed_pixels(pixels, photo), np.rot90(pixels, -turn // 90))


def test_a_crop_takes_its_part_at_any_scale():
    pixels = np.zeros((200, 150, 3), np.uint8)
    pixels[60:100, 40:90] = 200
    photo = replace(PHOTO, crop=(80.0, 120.0, 180.0, 200.0))  # the photo is twice the picture
    out = framed_pixels(pixels, photo)
    assert out.shape == (40, 50, 3)
    assert (out == 200).all()


def test_exposure_counts_in_stops_of_linear_light():
    # sRGB, IEC 61966-2-1: half of the light of white is 0.7354 of its value
    table = look_up(-1.0, 0.0)
    assert table[255, 0, 0] == round(0.7354 * 255)
    np.testing.assert_array_equal(look_up(0.0, 0.0)[:, 0, 1], np.arange(256))
    warm = look_up(0.0, 1.0)[128, 0]
    assert warm[0] > 128 > warm[2]
    assert warm[1] == 128


def test_an_empty_or_outside_crop_is_kept_to_the_photo():
    frame = framing(replace(PHOTO, crop=(290.0, 390.0, 291.0, 9000.0)))
    assert frame.width == 16
    assert 10 <= frame.height <= 400
