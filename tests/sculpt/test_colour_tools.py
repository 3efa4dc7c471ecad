"""Tools that lay colour on, on vertices and on a colour layer: how far, how much, taken back, alike on both sides."""

import numpy as np
import pytest

from tests.sculpt.clay import DOWN, bench, line
from yewfinch.core.document.verbs import layer_masks, painting
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import StrokeContext
from yewfinch.core.sculpt.toolbox import tool, tools
from yewfinch.core.sculpt.tools.lighten import brighter
from yewfinch.core.shared.colour import to_lab, to_linear

_PATH = line((-12, 0), (12, 0), 30)
RED = (180, 60, 50)
COLOUR_TOOLS = [t.id for t in tools() if t.channel == "colour"]


def painted(grain: float = 1.5, **ground):
    portrait, piece = bench(24)
    piece.surface.colour[:, :3] = ground.get("rgb", (205, 170, 150))
    portrait.perform(painting.begin(portrait, "ball", grain))
    return portrait


def draw(
    portrait,
    tool_id,
    path,
    *,
    layer="paint1",
    symmetry=False,
    shift=False,
    ctrl=False,
    rgb=RED,
    seed=0,
    kept=None,
    part="colour",
    along=(),
    **changes,
):
    spec, piece = tool(tool_id), portrait.pieces["ball"]
    ctx = StrokeContext(
        portrait, piece, spec.settings.changed(**changes), symmetry, rgb, spec.channel, seed=seed,
        painting=piece.painting, layer=layer, part=part, along=along, kept={} if kept is None else kept,
    )  # fmt: skip
    stroke = spec.make(ctx)
    next(stroke)
    for i, (x, y) in enumerate(path):
        phase = "press" if i == 0 else "release" if i == len(path) - 1 else "move"
        try:
            stroke.send(PointerEvent(phase, np.array([x, y, 400.0]), DOWN, 1.0, shift, ctrl))
        except StopIteration:
            break
    return portrait.pieces["ball"].painting


def where(portrait):
    held = portrait.pieces["ball"]
    return held.painting.grain.places(held.surface)


def values(portrait, layer="paint1"):
    return painting.painting_of(portrait, "ball")[layer].sheet.dense()


@pytest.mark.parametrize("name", COLOUR_TOOLS)
def test_every_colour_tool_stays_in_its_circle_and_is_undone_to_the_bit(name):
    portrait = painted(0.8)
    draw(portrait, "paint", line((-14, 3), (14, -4), 25), rgb=(90, 40, 120), size=14.0)  # something to work on
    before, shown = values(portrait), painting.painting_of(portrait, "ball").shown.copy()
    kept: dict = {}
    if name == "clone_colour":
        draw(portrait, name, [(0, 12), (0, 12)], ctrl=True, kept=kept)
    made = draw(portrait, name, _PATH, kept=kept, size=16.0, strength=0.9, seed=5)
    after = values(portrait)
    at = where(portrait)
    changed = (after != before).any(axis=1)
    assert changed.sum() > 20, name
    if tool(name).dabs:
        away = np.linalg.norm(at - np.clip(at, (-12, 0, -100), (12, 0, 100)), axis=1)
        assert not (changed & ((away > 8.5) | (at[:, 2] < 0))).any(), name
    assert (made.shown != shown).any()
    surface = portrait.surface("ball")
    np.testing.assert_array_equal(surface.colour, made.shown[: len(surface)])
    portrait.history.undo()
    np.testing.assert_array_equal(values(portrait), before)
    np.testing.assert_array_equal(painting.painting_of(portrait, "ball").shown, shown)
    portrait.history.redo()
    np.testing.assert_array_equal(values(portrait), after)
    portrait.history.close()


def test_paint_of_full_strength_is_the_colour_and_half_is_half():
    portrait = painted()
    made = draw(portrait, "paint", _PATH, strength=1.0, falloff="even")
    row = int(np.argmin(np.linalg.norm(where(portrait) - (0, 0, 100), axis=1)))
    assert tuple(made.shown[row, :3]) == RED
    other = painted()
    made = draw(other, "paint", _PATH, strength=0.5, falloff="even")
    np.testing.assert_allclose(made.shown[row, :3], np.add(RED, (205, 170, 150)) / 2, atol=1)
    assert values(other)[row, 3] == 128


def test_a_wash_builds_up_slowly_and_paint_does_not():
    rows = {}
    for name in ("wash", "paint"):
        portrait = painted()
        alpha = []
        for _ in range(3):
            draw(portrait, name, _PATH + _PATH[::-1], strength=0.3)
            row = int(np.argmin(np.linalg.norm(where(portrait) - (0, 0, 100), axis=1)))
            alpha.append(int(values(portrait)[row, 3]))
        rows[name] = alpha
    assert rows["wash"][0] < 160
    assert rows["wash"][0] < rows["wash"][1] < rows["wash"][2]
    one = painted()
    draw(one, "paint", _PATH, strength=0.3)
    assert abs(int(values(one)[row, 3]) - rows["paint"][0]) <= 2  # going to and fro within a stroke adds nothing


def test_ctrl_takes_paint_away_and_the_ground_shows_again():
    portrait = painted()
    before = painting.painting_of(portrait, "ball").shown.copy()
    draw(portrait, "paint", _PATH, strength=1.0)
    draw(portrait, "erase_colour", _PATH, strength=1.0, size=40.0, falloff="even")
    at = where(portrait)
    near = np.linalg.norm(at[:, :2], axis=1) < 10
    np.testing.assert_array_equal(painting.painting_of(portrait, "ball").shown[near], before[near])


def test_a_facing_limit_leaves_what_is_turned_away():
    """A tool larger than the ball's curve: what is more than so many degrees off its middle stays."""
    for limit in (30.0, 60.0):
        portrait = painted()
        draw(
            portrait,
            "paint",
            [(0, 0), (0, 0)],
            size=190.0,
            strength=1.0,
            falloff="even",
            facing=limit,
            facing_soft=False,
        )
        at = where(portrait)
        angle = np.degrees(np.arccos(np.clip(at[:, 2] / np.linalg.norm(at, axis=1), -1, 1)))
        alpha = values(portrait)[:, 3]
        assert alpha[angle > limit + 4].max() == 0
        assert alpha[(angle < limit - 4)].min() > 0


def test_masked_clay_takes_no_paint():
    portrait = painted()
    surface = portrait.surface("ball")
    surface.mask[surface.positions[:, 0] > 0] = 255
    draw(portrait, "paint", _PATH, strength=1.0)
    at, alpha = where(portrait), values(portrait)[:, 3]
    assert alpha[at[:, 0] > 7].max() == 0
    assert alpha[at[:, 0] < -7].max() > 200


@pytest.mark.parametrize(
    "name", ["paint", "wash", "mottle", "freckle", "tint", "lighten", "drag_colour", "blur_colour"]
)
def test_both_sides_are_alike(name):
    portrait = painted()
    draw(portrait, "paint", line((30, 4), (40, -4), 12), symmetry=True, rgb=(90, 40, 120))
    made = draw(portrait, name, line((26, 0), (44, 2), 20), symmetry=True, strength=0.9, seed=3)
    from scipy.spatial import cKDTree

    at = where(portrait)
    far, twin = cKDTree(at).query(at * (-1, 1, 1))
    assert far.max() < 1e-3
    off = np.abs(made.shown.astype(int) - made.shown[twin]).max(axis=1)
    worked = (values(portrait)[:, 3] > 0) | (values(portrait)[twin, 3] > 0)
    assert worked.sum() > 100
    assert (off[worked] <= 3).mean() > 0.98, off.max()


@pytest.mark.parametrize("pattern", ["squiggles", "veins", "blotches"])
def test_mottling_covers_a_part_and_never_repeats(pattern):
    one, two = painted(0.7), painted(0.7)
    for portrait, seed in ((one, 1), (two, 2)):
        draw(
            portrait,
            "mottle",
            line((-25, 0), (25, 0), 60),
            size=26.0,
            strength=0.8,
            pattern=pattern,
            scale=6.0,
            width=1.5,
            seed=seed,
        )
    at = where(one)
    inside = (np.abs(at[:, 0]) < 20) & (np.abs(at[:, 1]) < 8) & (at[:, 2] > 0)
    a, b = values(one)[inside, 3].astype(float), values(two)[inside, 3].astype(float)
    assert 0.04 < (a > 60).mean() < 0.85
    assert np.corrcoef(a, b)[0, 1] < 0.5
    again = painted(0.7)
    draw(
        again,
        "mottle",
        line((-25, 0), (25, 0), 60),
        size=26.0,
        strength=0.8,
        pattern=pattern,
        scale=6.0,
        width=1.5,
        seed=1,
    )
    np.testing.assert_array_equal(values(again), values(one))


def test_freckles_have_the_size_that_was_asked_for():
    portrait = painted(0.4)
    draw(portrait, "freckle", line((-20, 0), (20, 0), 40), size=40.0, strength=1.0, spot=5.0, density=0.25)
    from scipy.ndimage import label

    at, alpha = where(portrait), values(portrait)[:, 3]
    flat = np.zeros((80, 80), int)
    front = (np.abs(at[:, :2]) < 19.5).all(axis=1) & (at[:, 2] > 0)
    i = ((at[front, :2] + 20) * 2).astype(int)
    flat[i[:, 0], i[:, 1]] = alpha[front] > 60
    _, count = label(flat)
    sizes = [np.ptp(np.argwhere(label(flat)[0] == k + 1), axis=0).max() / 2 for k in range(count)]
    assert count > 5
    assert 0.8 < np.median(sizes) < 6.5


def test_a_finger_draws_paint_along():
    portrait = painted()
    draw(portrait, "paint", [(-10, 0), (-10, 0)], size=12.0, strength=1.0, falloff="even")
    at, before = where(portrait), values(portrait)[:, 3].astype(int)
    draw(portrait, "drag_colour", line((-12, 0), (14, 0), 60), size=12.0, strength=1.0)
    after = values(portrait)[:, 3].astype(int)
    ahead = (at[:, 0] > -2) & (at[:, 0] < 6) & (np.abs(at[:, 1]) < 3) & (at[:, 2] > 0)
    assert before[ahead].max() == 0
    assert after[ahead].max() > 60


def test_blurring_softens_an_edge_and_sharpening_hardens_it():
    portrait = painted(0.8)
    draw(portrait, "paint", [(0, 0), (0, 0)], size=20.0, strength=1.0, falloff="even")
    at = where(portrait)
    ring = (np.abs(np.linalg.norm(at[:, :2], axis=1) - 9.0) < 3.0) & (at[:, 2] > 0)

    def spread():
        alpha = values(portrait)[ring, 3]
        return ((alpha > 25) & (alpha < 230)).mean()

    hard = spread()
    for _ in range(3):
        draw(portrait, "blur_colour", line((-14, 0), (14, 0), 30), size=36.0, strength=1.0, reach=2.5)
    soft = spread()
    assert soft > 1.4 * hard
    for _ in range(4):
        draw(portrait, "blur_colour", line((-14, 0), (14, 0), 30), size=36.0, strength=1.0, reach=2.5, ctrl=True)
    assert spread() < 0.9 * soft


def test_cloning_brings_a_mark_over():
    portrait = painted(0.7)
    kept: dict = {}
    draw(portrait, "paint", [(-20, 5), (-20, 5)], size=6.0, strength=1.0, falloff="even", layer="ground")
    draw(portrait, "clone_colour", [(-20, 5), (-20, 5)], ctrl=True, kept=kept)
    made = draw(portrait, "clone_colour", [(15, -8), (15, -8)], size=14.0, strength=1.0, falloff="even", kept=kept)
    at = where(portrait)
    front = at[:, 2] > 0
    there = front & (np.linalg.norm(at[:, :2] - (15, -8), axis=1) < 2.0)
    beside = front & (np.abs(np.linalg.norm(at[:, :2] - (15, -8), axis=1) - 5.5) < 0.8)
    assert (np.abs(made.shown[there, :3].astype(int) - RED).max(axis=1) < 6).mean() > 0.9
    assert (np.abs(made.shown[beside, :3].astype(int) - (205, 170, 150)).max(axis=1) < 6).mean() > 0.9
    tinted = painted(0.7)
    draw(tinted, "clone_colour", [(-20, 5), (-20, 5)], ctrl=True, kept=kept)
    made = draw(tinted, "clone_colour", [(15, -8), (15, -8)], strength=1.0, falloff="even", kept=kept, tint=1.0)
    assert (np.abs(made.shown[there, :3].astype(int) - RED).max(axis=1) < 3).all()


@pytest.mark.parametrize("factor", [3.0, 1 / 3])
def test_lightening_and_darkening_keep_the_chromaticity(factor):
    """Of skin: x, y of CIE 1931 stay as long as no channel is full (colours in one ratio of linear light)."""
    rgb = np.array([[120, 80, 64], [90, 60, 55], [60, 36, 28]])
    found = brighter(rgb, factor)
    a, b = to_linear(rgb / 255.0), to_linear(found / 255.0)
    np.testing.assert_allclose(b / a, factor, rtol=1e-3)
    bright = brighter(np.array([[240, 190, 170]]), 3.0)[0]
    assert bright.max() <= 255.5
    hue = [np.arctan2(*to_lab(c / 255.0)[[2, 1]]) for c in (np.array([240, 190, 170]), bright)]
    assert bright.min() >= 190
    assert abs(hue[0] - hue[1]) < 0.5 or np.ptp(bright) < 2.0


def test_pouring_fills_what_is_alike_or_a_region():
    portrait = painted()
    draw(
        portrait, "paint", [(0, 0), (0, 0)], size=30.0, strength=1.0, falloff="even", layer="ground", rgb=(70, 90, 160)
    )
    made = draw(portrait, "pour", [(0, 0), (0, 0)], likeness=10.0)
    at = where(portrait)
    middle = (np.linalg.norm(at[:, :2], axis=1) < 12) & (at[:, 2] > 0)
    assert (made.shown[middle, :3] == RED).all()
    assert (made.shown[at[:, 2] < 0, :3] == (205, 170, 150)).all()
    portrait.history.undo()
    held = portrait.pieces["ball"]
    object.__setattr__(held, "regions", {"left": np.where(held.surface.positions[:, 0] > 0, 255, 0).astype(np.uint8)})
    made = draw(portrait, "pour", [(20, 0), (20, 0)], by="region")
    assert (made.shown[at[:, 0] > 6, :3] == RED).all()
    assert not (made.shown[at[:, 0] < -6, :3] == RED).all(axis=1).any()


def test_a_gradient_fades_along_its_line():
    portrait = painted()
    draw(portrait, "gradient", line((-20, 0), (20, 0), 10), strength=1.0, facing=180.0)
    at, alpha = where(portrait), values(portrait)[:, 3].astype(float)
    row = (np.abs(at[:, 1]) < 2) & (at[:, 2] > 90)
    order = np.argsort(at[row, 0])
    along = alpha[row][order]
    x = at[row, 0][order]
    assert along[x < -21].min() > 245
    assert along[x > 21].max() < 8
    assert abs(along[np.argmin(np.abs(x))] - 128) < 25
    assert np.corrcoef(x, along)[0, 1] < -0.9


def test_tint_moves_pigments_on_a_layer_of_its_own():
    portrait = painted(rgb=(201, 152, 130))
    edit, key = painting.add(portrait, "ball", "pigment")
    portrait.perform(edit)
    at = where(portrait)
    middle = (np.linalg.norm(at[:, :2], axis=1) < 3) & (at[:, 2] > 0)
    before = to_lab(painting.painting_of(portrait, "ball").shown[middle, :3] / 255.0).mean(axis=0)
    made = draw(portrait, "tint", _PATH, layer=key, pigment="blood", strength=0.8, falloff="even")
    after = to_lab(made.shown[middle, :3] / 255.0).mean(axis=0)
    assert after[1] > before[1] + 4.0
    assert (values(portrait, key)[middle, 1] > 140).all()
    portrait.perform(painting.change(portrait, "ball", key, opacity=0.5))
    half = to_lab(painting.painting_of(portrait, "ball").shown[middle, :3] / 255.0).mean(axis=0)
    assert before[1] + 1.0 < half[1] < after[1] - 1.0
    draw(portrait, "tint", _PATH, layer=key, pigment="blood", strength=0.8, falloff="even", ctrl=True)
    assert np.abs(values(portrait, key)[middle].astype(int) - 128).max() <= 1


def test_the_mask_of_a_layer_is_painted_in_light_and_dark():
    portrait = painted()
    draw(portrait, "paint", _PATH, strength=1.0, size=30.0, falloff="even")
    n = painting.painting_of(portrait, "ball").grain.count
    portrait.perform(layer_masks.set_mask(portrait, "ball", "paint1", np.full((n, 1), 255, np.uint8)))
    made = draw(portrait, "paint", line((0, 0), (12, 0), 12), part="mask", rgb=(0, 0, 0), strength=1.0, falloff="even")
    at = where(portrait)
    hidden = (np.abs(at[:, 0] - 6) < 4) & (np.abs(at[:, 1]) < 3) & (at[:, 2] > 0)
    shows = (np.abs(at[:, 0] + 10) < 2) & (np.abs(at[:, 1]) < 3) & (at[:, 2] > 0)
    assert (made.shown[hidden, :3] == (205, 170, 150)).all()
    assert (made.shown[shows, :3] == RED).all()
    draw(portrait, "paint", _PATH, part="mask", ctrl=True, strength=1.0, size=30.0, falloff="even")
    assert (painting.painting_of(portrait, "ball").shown[hidden, :3] == RED).all()


def test_a_cancelled_stroke_leaves_nothing():
    portrait = painted()
    before, shown = values(portrait), painting.painting_of(portrait, "ball").shown.copy()
    spec, piece = tool("paint"), portrait.pieces["ball"]
    ctx = StrokeContext(portrait, piece, spec.settings, True, RED, "colour", painting=piece.painting, layer="paint1")
    stroke = spec.make(ctx)
    next(stroke)
    stroke.send(PointerEvent("press", np.array([5.0, 0, 400.0]), DOWN, 1.0))
    stroke.send(PointerEvent("move", np.array([15.0, 0, 400.0]), DOWN, 1.0))
    assert (values(portrait) != before).any()
    stroke.close()
    np.testing.assert_array_equal(values(portrait), before)
    np.testing.assert_array_equal(painting.painting_of(portrait, "ball").shown, shown)


def test_values_ticked_go_along_with_the_colour_and_back_with_it():
    portrait = painted(0.8)
    made = draw(portrait, "paint", _PATH, size=16.0, strength=1.0, along=(("roughness", 51), ("wetness", 204)))
    colour, rough = values(portrait), made.sheet("paint1", "roughness").dense()
    np.testing.assert_array_equal(rough[:, 1], colour[:, 3])  # as much as there is paint
    assert (rough[rough[:, 1] > 0, 0] == 51).all()
    full = colour[:, 3] == 255
    assert full.any()
    assert (made.looks[full] == (51, 0, 204, 255)).all()
    draw(portrait, "erase_colour", _PATH, size=30.0, strength=1.0, falloff="even", along=(("wetness", 204),))
    assert (made.looks[full, 2] == 0).all()
    assert (made.looks[full, 0] == 51).all()  # what is not ticked stays
    portrait.history.undo()
    assert (made.looks[full, 2] == 204).all()
    portrait.history.undo()
    assert not made.sheet("paint1", "roughness").dense().any()
    assert (made.looks == (153, 0, 0, 255)).all()


def test_a_value_alone_is_painted_blurred_and_poured_as_colour_is():
    portrait = painted(0.8)
    grey = (255, 255, 255)
    made = draw(portrait, "paint", _PATH, part="height", rgb=grey, size=16.0, strength=1.0, falloff="even")
    assert made.height.max() == pytest.approx(0.5)
    assert not values(portrait).any()  # no colour
    edge = np.abs(np.diff(np.sort(made.height))).max()
    draw(portrait, "paint", _PATH, part="height", shift=True, rgb=grey, size=30.0, strength=1.0)
    assert np.abs(np.diff(np.sort(made.height))).max() < 0.5 * edge
    draw(portrait, "pour", [(0, 0), (0, 0)], part="metallic", rgb=grey, strength=1.0)
    assert (made.looks[:, 1] > 0).sum() > 0.9 * made.grain.count


def test_gloss_on_painted_clay_goes_on_the_layer():
    portrait = painted(0.8)
    before = portrait.surface("ball").roughness.copy()
    made = draw(portrait, "gloss", _PATH, part="roughness", size=16.0, strength=1.0, falloff="even")
    at = where(portrait)
    inside = (np.abs(at[:, 1]) < 3) & (np.abs(at[:, 0]) < 10) & (at[:, 2] > 0)
    assert np.abs(made.looks[inside, 0].astype(float) - 0.3 * 255).max() <= 1.0
    np.testing.assert_array_equal(portrait.surface("ball").roughness, before)
