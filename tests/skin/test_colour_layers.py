"""Colour layers: blend modes against published values and another painter, masks, clips, groups, any order of work."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from PyQt6.QtGui import QColor, QImage, QPainter
from skimage.color import hsv2rgb, rgb2hsv

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.skin import _layer_kernels as kernels
from yewfinch.core.skin.adjusting import Adjustment
from yewfinch.core.skin.colour_layer import CLEAR, MODES, NUMBER, OPEN, ColourLayer
from yewfinch.core.skin.colour_layers import Painting, alike, ground_layer
from yewfinch.core.skin.composing import composed
from yewfinch.core.skin.grain import grain_of
from yewfinch.core.skin.sheet import Sheet

#: Values worked out by hand from the formulas of W3C Compositing and Blending Level 1, which cairo gives within 1/255.
WORKED = {
    (0.25, 0.75): {
        "multiply": 0.1875, "screen": 0.8125, "overlay": 0.375, "hard-light": 0.625, "soft-light": 0.375,
        "color-dodge": 1.0, "color-burn": 0.0, "linear-burn": 0.0, "add": 1.0,
    },
    (0.6, 0.3): {
        "multiply": 0.18, "screen": 0.72, "overlay": 0.44, "hard-light": 0.36, "soft-light": 0.504,
        "color-dodge": 0.85714, "color-burn": 0.0, "darken": 0.3, "lighten": 0.6, "difference": 0.3,
        "exclusion": 0.54, "normal": 0.3,
    },
}  # fmt: skip


@pytest.mark.parametrize(("pair", "mode"), [(p, m) for p, modes in WORKED.items() for m in modes])
def test_separable_modes_give_the_worked_values(pair, mode):
    assert kernels.separable(NUMBER[mode], *pair) == pytest.approx(WORKED[pair][mode], abs=1e-4)


@pytest.mark.parametrize(
    ("mode", "wanted"),
    [
        ("luminosity", (0.723, 0.323, 0.123)),
        ("color", (0.277, 0.577, 0.677)),
        ("hue", (0.1665, 0.6165, 0.7665)),
        ("saturation", (0.6993, 0.4327, 0.2993)),
    ],
)
def test_modes_of_all_channels_give_the_worked_values(mode, wanted):
    """The same formulas; Cb (.8, .4, .2), Cs (.2, .5, .6)."""
    out = np.empty(3)
    kernels.whole(NUMBER[mode], np.array([0.8, 0.4, 0.2]), np.array([0.2, 0.5, 0.6]), out)
    np.testing.assert_allclose(out, wanted, atol=1e-3)


def square() -> Surface:
    at = np.array([[x, y, 0] for y in range(5) for x in range(5)], np.float32)
    faces = [[5 * y + x, 5 * y + x + 1, 5 * y + x + 6, 5 * y + x + 5] for y in range(4) for x in range(4)]
    return Surface(at, faces)


GRAIN = grain_of(square(), 3)
N = GRAIN.count


def layer(key: str, values: np.ndarray | None = None, **more) -> ColourLayer:
    sheet = Sheet(N, CLEAR) if values is None else Sheet.of_dense(values, CLEAR)
    return ColourLayer(key, key, more.pop("kind", "paint"), sheet, **more)


def noise(seed: int) -> np.ndarray:
    return np.random.default_rng(seed).integers(0, 256, (N, 4), np.uint8)


#: The modes that the painter of the interface library has, too.
PAINTER = {
    "normal": QPainter.CompositionMode.CompositionMode_SourceOver,
    "multiply": QPainter.CompositionMode.CompositionMode_Multiply,
    "screen": QPainter.CompositionMode.CompositionMode_Screen,
    "overlay": QPainter.CompositionMode.CompositionMode_Overlay,
    "darken": QPainter.CompositionMode.CompositionMode_Darken,
    "lighten": QPainter.CompositionMode.CompositionMode_Lighten,
    "color-dodge": QPainter.CompositionMode.CompositionMode_ColorDodge,
    "color-burn": QPainter.CompositionMode.CompositionMode_ColorBurn,
    "hard-light": QPainter.CompositionMode.CompositionMode_HardLight,
    "soft-light": QPainter.CompositionMode.CompositionMode_SoftLight,
    "difference": QPainter.CompositionMode.CompositionMode_Difference,
    "exclusion": QPainter.CompositionMode.CompositionMode_Exclusion,
}


def picture(values: np.ndarray) -> QImage:
    out = QImage(np.ascontiguousarray(values).tobytes(), len(values), 1, 4 * len(values), QImage.Format.Format_RGBA8888)
    return out.convertToFormat(QImage.Format.Format_RGBA64_Premultiplied)


@pytest.mark.parametrize("mode", PAINTER)
def test_layers_come_to_what_another_painter_makes_of_them(mode):
    """Qt's raster painter, which has its own code for the modes of the same standard; 2 of 255, as it is in fixed
    point.
    """
    below, above = noise(1), noise(2)
    below[:, 3] = 255
    ours = Painting(GRAIN, [layer("a", above, mode=mode, opacity=0.7), layer("b", below)]).shown
    there = picture(below)
    painter = QPainter(there)
    painter.setCompositionMode(PAINTER[mode])
    painter.setOpacity(0.7)
    painter.drawImage(0, 0, picture(above))
    painter.end()
    out = there.convertToFormat(QImage.Format.Format_RGBA8888)
    theirs = np.array([QColor(out.pixelColor(i, 0)).getRgb() for i in range(N)])
    assert np.abs(ours[:, :3].astype(int) - theirs[:, :3]).max() <= 2


def test_alpha_of_what_lies_over_something_half_transparent():
    """Worked by hand from the same standard: b .6 at .8, s .3 at .5, multiplied: co .342, ao .9; over: .39."""
    below, above = np.full((N, 4), 153, np.uint8), np.full((N, 4), 76.5, np.uint8)
    for mode, wanted in (("multiply", 0.342), ("normal", 0.39)):
        acc = np.zeros((1, 512, 4), np.float32)
        acc[0, :, :3], acc[0, :, 3] = 0.6 * 0.8, 0.8
        group = np.zeros((1, 512, 4), np.float32)
        group[0, :, :3], group[0, :, 3] = 0.3 * 0.5, 0.5
        kernels.joined(
            np.array([0], np.int32), group, np.empty(0, np.int32), np.empty((0, 512, 1), np.uint8), False,
            np.float32(1.0), NUMBER[mode], False, acc,
        )  # fmt: skip
        np.testing.assert_allclose(acc[0, 0], [wanted] * 3 + [0.9], atol=1e-4)
    assert below.any()
    assert above.any()


def test_untouched_layers_show_clay_and_take_no_memory():
    from yewfinch.core.mesh.surface.channel_spec import CLAY

    made = Painting(GRAIN, [layer(str(i)) for i in range(20)])
    assert (made.shown == np.array(CLAY)).all()
    assert all(v.sheet.pool.nbytes == 0 for v in made.layers)


def test_memory_follows_what_was_touched():
    made = layer("a")
    made.sheet.put(np.array([3, 5], np.int32), np.full((2, 4), 9))
    assert made.sheet.pool.nbytes <= 8 * 512 * 4
    assert list(made.sheet.leaves) == [0]
    np.testing.assert_array_equal(made.sheet.at(np.array([3, 4], np.int32)), [[9] * 4, [0] * 4])


def test_a_mask_holds_a_layer_off():
    half = np.where(np.arange(N)[:, None] % 2, 255, 0).astype(np.uint8)
    red = np.tile(np.array([200, 10, 10, 255], np.uint8), (N, 1))
    shown = Painting(GRAIN, [layer("a", red, mask=Sheet.of_dense(half, OPEN))]).shown
    plain = Painting(GRAIN, []).shown
    np.testing.assert_array_equal(shown[1::2, :3], red[1::2, :3])
    np.testing.assert_array_equal(shown[::2], plain[::2])


def test_a_clipped_layer_shows_where_the_one_below_does():
    base = np.tile(np.array([10, 20, 30, 255], np.uint8), (N, 1))
    base[::3, 3] = 0
    red = np.tile(np.array([200, 10, 10, 255], np.uint8), (N, 1))
    shown = Painting(GRAIN, [layer("a", red, clip=True), layer("b", base)]).shown
    plain = Painting(GRAIN, []).shown
    np.testing.assert_array_equal(shown[::3], plain[::3])
    np.testing.assert_array_equal(shown[1::3, :3], red[1::3, :3])
    hidden = Painting(GRAIN, [layer("a", red, clip=True), layer("b", base, visible=False)]).shown
    np.testing.assert_array_equal(hidden, plain)


def test_a_group_is_weighed_as_one():
    """Half of a group of two opaque layers is half of the upper one, not a mixture of both."""
    red, blue = (np.tile(np.array(c, np.uint8), (N, 1)) for c in ([200, 10, 10, 255], [0, 0, 250, 255]))
    group = ColourLayer("g", "g", "group", Sheet(0, CLEAR), opacity=0.5)
    shown = Painting(GRAIN, [group, layer("a", red, parent="g"), layer("b", blue, parent="g")]).shown
    alone = Painting(GRAIN, [layer("a", red, opacity=0.5)]).shown
    np.testing.assert_array_equal(shown, alone)


@pytest.mark.parametrize("turn", [-170.0, -30.0, 10.0, 75.0, 180.0])
def test_hue_turns_as_scikit_image_has_it(turn):
    ground = noise(5)
    ground[:, 3] = 255
    adjust = ColourLayer("h", "h", "adjust", Sheet(0, CLEAR), adjustment=Adjustment(hue=turn))
    shown = Painting(GRAIN, [adjust, layer("g", ground)]).shown
    hsv = rgb2hsv(ground[:, :3] / 255.0)
    hsv[:, 0] = (hsv[:, 0] + turn / 360.0) % 1.0
    assert np.abs(shown[:, :3] - hsv2rgb(hsv) * 255.0).max() < 1.01


def test_brightness_contrast_and_saturation_as_the_standard_says():
    """W3C Filter Effects Level 1: c times b; (c - .5) times k + .5; the matrix of saturate."""
    ground = noise(6)
    ground[:, 3] = 255
    c = ground[:, :3] / 255.0
    for what, wanted in (
        (Adjustment(brightness=1.3), c * 1.3),
        (Adjustment(contrast=0.6), (c - 0.5) * 0.6 + 0.5),
        (Adjustment(saturation=0.4), c @ (0.6 * np.outer([0.2126, 0.7152, 0.0722], np.ones(3)) + 0.4 * np.eye(3))),
    ):
        adjust = ColourLayer("h", "h", "adjust", Sheet(0, CLEAR), adjustment=what)
        shown = Painting(GRAIN, [adjust, layer("g", ground)]).shown
        assert np.abs(shown[:, :3] - np.clip(wanted, 0, 1) * 255.0).max() < 1.01


def test_white_balance_makes_a_card_grey():
    card = np.tile(np.array([190, 170, 120, 255], np.uint8), (N, 1))
    adjust = ColourLayer(
        "h", "h", "adjust", Sheet(0, CLEAR), adjustment=Adjustment(grey=(190 / 255, 170 / 255, 120 / 255))
    )
    shown = Painting(GRAIN, [adjust, layer("g", card)]).shown[0, :3].astype(int)
    assert np.ptp(shown) <= 1
    assert abs(int(shown[0]) - 169) < 4  # about as light as it was


def test_curves_meet_their_points_and_do_not_overshoot():
    from yewfinch.core.skin.adjusting import along

    curve = ((0.0, 0.1), (0.3, 0.12), (0.5, 0.8), (1.0, 0.8))
    for x, y in curve:
        assert along(curve, np.array([x]))[0] == pytest.approx(y)
    values = along(curve, np.linspace(0, 1, 999))
    assert (np.diff(values) >= -1e-12).all()


@pytest.mark.parametrize(
    "bad",
    [
        {"brightness": np.nan}, {"contrast": -1.0}, {"grey": (0.0, 0.5, 0.5)}, {"hue": np.inf},
        {"curves": (((0.0, 0.0),),) * 3}, {"curves": (((0.5, 0.0), (0.5, 1.0)),) * 3},
    ],
)  # fmt: skip
def test_adjustments_that_make_no_sense_are_refused(bad):
    with pytest.raises(YewfinchError):
        Adjustment(**bad)


def test_the_ground_holds_the_colours_of_vertices_exactly():
    surface = square()
    surface.colour[:] = noise(3)[: len(surface)]
    surface.colour[:, 3] = 255
    shown = Painting(GRAIN, [ground_layer(GRAIN, surface.colour)]).shown
    np.testing.assert_array_equal(shown[: len(surface)], surface.colour)


def test_what_is_shown_after_a_change_is_what_would_be_worked_out_anew():
    a = Painting(GRAIN, [layer("a", noise(1), opacity=0.4), layer("b", noise(2), mode="overlay"), layer("c")])
    before = a.shown.copy()
    a.write("c", np.array([7, 600], np.int32), np.full((2, 4), 200))
    b = a.with_layers([a["b"], a["a"]])
    b.take_over(a)
    np.testing.assert_array_equal(b.shown, Painting(GRAIN, b.layers).shown)
    a.take_over(b)
    np.testing.assert_array_equal(a.shown, Painting(GRAIN, a.layers).shown)
    assert (a.shown != before).any()


_STEP = st.tuples(
    st.sampled_from(["paint", "opacity", "mode", "hide", "mask", "swap"]),
    st.integers(0, 2),
    st.integers(0, 10**6),
)


@settings(max_examples=25)
@given(st.lists(_STEP, min_size=1, max_size=12))
def test_any_order_of_work_shows_what_the_layers_say(steps):
    """What is kept up to date piece by piece equals, bit for bit, what is worked out from the layers alone."""
    made = Painting(GRAIN, [layer(k) for k in "xyz"])
    made.refresh(np.arange(made.leaf_count, dtype=np.int32))
    for what, which, seed in steps:
        rng = np.random.default_rng(seed)
        own = made.layers[which]
        if what == "paint":
            rows = np.unique(rng.integers(0, N, 60)).astype(np.int32)
            made.write(own.id, rows, rng.integers(0, 256, (len(rows), 4)))
            continue
        if what == "swap":
            order = [made.layers[i] for i in rng.permutation(3)]
            new = made.with_layers(order)
        else:
            from dataclasses import replace

            change = {
                "opacity": {"opacity": float(rng.random())},
                "mode": {"mode": str(rng.choice(list(MODES)))},
                "hide": {"visible": not own.visible},
                "mask": {"mask": Sheet.of_dense(rng.integers(0, 256, (N, 1)).astype(np.uint8), OPEN)},
            }[what]
            new = made.changed(replace(own, **change))
        new.take_over(made)
        made = new
    np.testing.assert_array_equal(made.shown, Painting(GRAIN, made.layers).shown)


def test_sheets_survive_tables_and_new_numbers():
    values = noise(8)
    values[600:1100] = 0
    sheet = Sheet.of_dense(values, CLEAR)
    leaves, table = sheet.table()
    again = Sheet.of_table(N, CLEAR, leaves, table)
    np.testing.assert_array_equal(again.dense(), values)
    row = np.random.default_rng(0).permutation(N).astype(np.int32)
    np.testing.assert_array_equal(sheet.renumbered(row).dense(), values[row])
    copied = sheet.copy()
    copied.put(np.array([0], np.int32), np.array([[1, 2, 3, 4]]))
    np.testing.assert_array_equal(sheet.dense(), values)


def test_stacks_are_compared_byte_for_byte():
    a, b = [layer("a", noise(1))], [layer("a", noise(1))]
    assert alike(a, b)
    b[0].sheet.put(np.array([4], np.int32), np.full((1, 4), 77))
    assert not alike(a, b)


def test_parts_of_the_picture_are_composed_alone():
    layers = [layer("a", noise(1), mode="multiply"), layer("b", noise(2))]
    every = composed(layers, np.arange((N + 511) // 512, dtype=np.int32))
    np.testing.assert_array_equal(composed(layers, np.array([0], np.int32))[0], every[0])
