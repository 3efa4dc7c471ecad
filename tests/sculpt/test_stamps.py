"""Stamps: seamless, upright, turned with the stroke, spread over the skin, mirrored; pictures that are none."""

import io
from dataclasses import replace

import numpy as np
import pytest
from PIL import Image

from tests.sculpt.clay import png, quarter, sheet
from yewfinch.core.document.verbs import stamping
from yewfinch.core.formats import container
from yewfinch.core.sculpt import stamp_maker
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stamps import LARGEST, frame, own_stamps, spread, stamp_from_picture, stamp_of
from yewfinch.core.sculpt.stroke import StrokeContext
from yewfinch.core.sculpt.toolbox import tool
from yewfinch.core.shared.errors import BadFileError, YewfinchError


def reopened(portrait, folder):
    container.save(portrait, folder / "a.yewfinch")
    return container.load(folder / "a.yewfinch")


@pytest.mark.parametrize("key", list(stamp_maker.RECIPES))
def test_our_own_stamps_have_no_seam_and_use_the_whole_scale(key):
    grey = stamp_maker.RECIPES[key].make()
    assert grey.shape == (256, 256) and grey.min() == 0.0 and grey.max() == 1.0 and 0.1 < grey.mean() < 0.75
    for axis in (0, 1):  # the step over the edge is as any other
        inner = np.abs(np.diff(grey, axis=axis)).mean(axis=1 - axis)
        over = np.abs(np.take(grey, 0, axis) - np.take(grey, -1, axis)).mean()
        assert over < 1.3 * inner.max()
    np.testing.assert_array_equal(grey, stamp_maker.RECIPES[key].make())  # the same at every start


def test_wrinkles_run_across_and_lip_creases_upright():
    for key, axis in (("wrinkles", 1), ("forehead", 1), ("lip", 0)):
        grey = stamp_maker.RECIPES[key].make()
        along, across = (np.abs(np.diff(grey, axis=a)).mean() for a in (axis, 1 - axis))
        assert along < 0.6 * across


def stamped(path, stamp, symmetric=False, sizes=None, **changes):
    portrait, piece = sheet(161)
    spec = tool("stamp")
    settings = replace(
        spec.settings,
        **{"size": 20.0, "spacing": 5.0, "pressure_strength": False, "height": 1.0, "falloff": "even", **changes},
    )
    ctx = StrokeContext(portrait, piece, settings, symmetric, stamp=stamp, seed=3)
    stroke = spec.make(ctx)
    next(stroke)
    for k, (x, y) in enumerate(path):
        phase = "press" if k == 0 else "release" if k == len(path) - 1 else "move"
        event = PointerEvent(
            phase,
            np.array([x, y, 300.0]),
            np.array([0.0, 0.0, -1.0]),
            radius=None if sizes is None else sizes[0],
            turn=0.0 if sizes is None else sizes[1],
        )
        try:
            stroke.send(event)
        except StopIteration:
            break
    return piece.surface.positions


def mean_of(at, low):
    """Middle of what was raised."""
    share = np.maximum(at[:, 2], 0.0)
    assert share.sum() > low
    return (at[:, :2] * share[:, None]).sum(axis=0) / share.sum()


def test_a_stamp_stands_upright_and_turns():
    stay = [(20.3, 0.1), (20.3, 0.1)]
    x, y = mean_of(stamped(stay, quarter()), 1.0)
    assert x < 18.5 and y > 2  # upper left
    x, y = mean_of(stamped(stay, quarter(), stamp_angle=90.0), 1.0)
    assert x < 18.5 and y < -2  # counter-clockwise: lower left
    x, y = mean_of(stamped(stay, quarter(), stamp_invert=True), 1.0)
    assert x > 20.5 and y < 0
    large = stamped(stay, quarter(), sizes=(18.0, 0.0))
    small = stamped(stay, quarter(), sizes=(6.0, 0.0))
    assert (large[:, 2] > 0.05).sum() > 6 * (small[:, 2] > 0.05).sum()
    assert large[:, 2].max() == pytest.approx(1.0, abs=0.02)  # white is raised by the height


def test_a_stamp_turns_with_the_stroke():
    path = [(x, 0.1) for x in np.linspace(-30, 14, 30)]
    at = stamped(path, quarter(), stamp_turn="stroke", spacing=2.0)
    raised = at[at[:, 2] > 0.3]
    assert len(raised) and raised[:, 1].min() > -1.0  # up is the way to the right, so left of it is above
    assert raised[:, 0].min() > -22  # nobody knew the way at the first place
    at = stamped([(-x, 0.1) for x in np.linspace(-30, 14, 30)], quarter(), stamp_turn="stroke", spacing=2.0)
    raised = at[at[:, 2] > 0.3]
    assert len(raised) and raised[:, 1].max() < 1.2


def test_random_turns_come_from_the_seed():
    path = [(x, 0.1) for x in np.linspace(-30, 30, 30)]
    one = stamped(path, quarter(), stamp_turn="random", spacing=1.0)
    np.testing.assert_array_equal(one, stamped(path, quarter(), stamp_turn="random", spacing=1.0))
    assert (one != stamped(path, quarter(), spacing=1.0)).any()


@pytest.mark.parametrize("fit", ["tool", "skin"])
@pytest.mark.parametrize("turn", ["fixed", "stroke", "random"])
def test_both_sides_get_mirror_images(fit, turn):
    path = [(x, 6.0) for x in np.linspace(8, 40, 20)]
    at = stamped(path, quarter(), True, stamp_turn=turn, stamp_fit=fit, stamp_scale=9.0, spacing=0.7)
    order = {(round(float(x), 4), round(float(y), 4)): k for k, (x, y, _) in enumerate(sheet(161)[1].surface.positions)}
    flat = sheet(161)[1].surface.positions
    image = np.array([order[(round(float(-x), 4) + 0.0, round(float(y), 4))] for x, y, _ in flat])
    assert at[:, 2].max() > 0.1
    np.testing.assert_allclose(at[image] * (-1, 1, 1), at, atol=1e-6)


def test_scattered_dabs_are_strewn_and_stay_the_same():
    path = [(x, 0.1) for x in np.linspace(-40, 40, 60)]
    plain = stamped(path, None, spacing=0.6)
    strewn = stamped(path, None, spacing=0.6, scatter=1.0)
    assert np.abs(strewn[strewn[:, 2] > 0.3][:, 1]).max() > np.abs(plain[plain[:, 2] > 0.3][:, 1]).max() + 6
    np.testing.assert_array_equal(strewn, stamped(path, None, spacing=0.6, scatter=1.0))


def test_over_the_skin_a_stamp_keeps_its_size_and_place():
    stamp = quarter()
    x, y = np.meshgrid(np.linspace(0, 30, 240), np.linspace(0, 30, 240))
    points = np.stack([x.ravel(), y.ravel(), np.zeros(x.size)], axis=1).astype(np.float32)
    normals = np.tile(np.float32([0, 0, 1]), (len(points), 1))
    out = np.ones(len(points), np.float32)
    spread(stamp, points, normals, out, width=10.0)
    again = out.reshape(240, 240)
    np.testing.assert_allclose(again[:, :150], again[:, 80:230], atol=0.35)  # a period of 10 mm is 79.7 points
    assert abs(again.mean() - 0.25) < 0.02
    inside = (
        (points[:, 0] % 10 > 0.5) & (points[:, 0] % 10 < 4.5) & (points[:, 1] % 10 > 5.5) & (points[:, 1] % 10 < 9.5)
    )
    assert out[inside].min() > 0.95


@pytest.mark.parametrize("axis", [(0, 0, 1), (1, 0, 0), (0, 1, 0), (0, -1, 0), (0.6, 0.64, 0.48)])
def test_the_frame_of_a_stamp_is_square(axis):
    n = np.array(axis, float)
    for along in (np.zeros(3), np.array([0.3, 0.5, 0.2])):
        right, up = frame(n, along, 33.0)
        np.testing.assert_allclose([right @ right, up @ up, right @ up, right @ n, up @ n], [1, 1, 0, 0, 0], atol=1e-9)
        np.testing.assert_allclose(np.cross(right, up), n, atol=1e-9)


def test_pictures_become_stamps():
    wide = stamp_from_picture(png(np.tile(np.arange(200), (50, 1))), "a", "Ramp")
    assert wide.grey.shape == (50, 200) and wide.aspect == pytest.approx(0.25) and np.all(np.diff(wide.grey[0]) > 0)
    huge = stamp_from_picture(png(np.tile(np.arange(256), (400, 20))[:, :3000]), "b", "Huge")
    assert max(huge.grey.shape) == LARGEST
    clear = np.full((8, 8, 4), 255)
    clear[:4, :, 3] = 0
    assert stamp_from_picture(png(clear, "RGBA"), "c", "Clear").grey[:4].max() == 0  # what is clear is black
    deep = io.BytesIO()
    Image.fromarray(np.linspace(0, 60000, 64).reshape(8, 8).astype(np.uint16)).save(deep, "PNG")
    assert stamp_from_picture(deep.getvalue(), "d", "Deep").grey.max() == 1.0


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"no picture at all", "no picture that can be read"),
        (b"", "no picture"),
        (png(np.full((9, 9), 77)), "one tone only"),
        (png(np.arange(400).reshape(1, 400) % 255), "too long"),
        (png(np.tile(np.arange(9), (9, 1)))[:-40], "no picture that can be read"),
    ],
)
def test_what_is_no_stamp(data, words):
    with pytest.raises(YewfinchError, match=words):
        stamp_from_picture(data, "x", "Thing")


def test_stamps_of_the_portrait_are_edited_saved_and_read(tmp_path):
    portrait, _ = sheet(21)
    edit, key = stamping.added(portrait, png(np.tile(np.arange(0, 250, 5), (20, 1))), "My skin", 12.0)
    portrait.perform(edit)
    portrait.perform(stamping.resized(portrait, key, 30.0))
    back = reopened(portrait, tmp_path)
    (stamp,) = back.stamps
    assert (stamp.id, stamp.title, stamp.width) == (key, "My skin", 30.0)
    np.testing.assert_array_equal(stamp.grey, portrait.stamps[0].grey)
    assert (
        stamp_of(back.stamps, key) is stamp
        and stamp_of(back.stamps, "pores") is own_stamps()[0]
        and stamp_of((), "none") is None
    )
    portrait.perform(stamping.removed(portrait, key))
    assert portrait.stamps == ()
    for _ in range(3):
        portrait.history.undo()
    assert portrait.stamps == ()
    portrait.history.redo()
    assert portrait.stamps[0].width == 12.0
    with pytest.raises(YewfinchError, match="ships with Yewfinch"):
        stamping.removed(portrait, "pores")
    with pytest.raises(YewfinchError, match="make sense"):
        stamping.resized(portrait, key, float("nan"))


def test_a_file_with_a_broken_stamp_is_refused_with_a_sentence(tmp_path):
    portrait, _ = sheet(21)
    portrait.perform(stamping.added(portrait, png(np.tile(np.arange(0, 250, 5), (20, 1))), "Skin")[0])
    good = portrait.stamps[0]
    portrait.stamps = (replace(good, png=b"broken"),)
    with pytest.raises(BadFileError, match="stamp that cannot be used"):
        reopened(portrait, tmp_path)
    portrait.stamps = (replace(good, width=1e9),)
    with pytest.raises(BadFileError, match="absurd width"):
        reopened(portrait, tmp_path)
