"""Roughness, metallic, wetness, opacity and fine height of colour layers: weighed, masked, clipped, grouped, merged."""

from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.mesh.surface.channel_spec import ROUGH
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.skin import qualities
from yewfinch.core.skin.colour_layer import CLEAR, OPEN, ColourLayer
from yewfinch.core.skin.colour_layers import Painting
from yewfinch.core.skin.grain import grain_of
from yewfinch.core.skin.qualities import LOOKS, NOTHING, QUALITIES
from yewfinch.core.skin.sheet import Sheet


def square() -> Surface:
    at = np.array([[x, y, 0] for y in range(5) for x in range(5)], np.float32)
    faces = [[5 * y + x, 5 * y + x + 1, 5 * y + x + 6, 5 * y + x + 5] for y in range(4) for x in range(4)]
    return Surface(at, faces)


GRAIN = grain_of(square(), 3)
N = GRAIN.count


def noise(seed: int, width: int = 2) -> np.ndarray:
    return np.random.default_rng(seed).integers(0, 256, (N, width), np.uint8)


def layer(key: str, quality: str = "roughness", values: np.ndarray | None = None, **more) -> ColourLayer:
    sheet = Sheet.of_dense(more.pop("colour", np.zeros((N, 4), np.uint8)), CLEAR)
    held = {} if values is None else {quality: Sheet.of_dense(values, NOTHING)}
    return ColourLayer(key, key, more.pop("kind", "paint"), sheet, values=held, **more)


def looks(*layers: ColourLayer, below: np.ndarray | None = None) -> np.ndarray:
    made = Painting(GRAIN, layers)
    if below is not None:
        made.ground_roughness = below
    made.refresh_values(np.arange(made.leaf_count, dtype=np.int32))
    return np.empty((0, 4)) if made.looks is None else made.looks.astype(float)


def heights(*layers: ColourLayer) -> np.ndarray:
    made = Painting(GRAIN, layers)
    made.refresh_values(np.arange(made.leaf_count, dtype=np.int32))
    return made.height


def over(values: np.ndarray, share: np.ndarray | float, below: np.ndarray | float) -> np.ndarray:
    """Values laid over others as the 'over' of Porter & Duff 1984 says, written out by hand."""
    a = values[:, 1] / 255.0 * share
    return a * values[:, 0] + (1.0 - a) * below


@pytest.mark.parametrize("quality", LOOKS)
def test_each_lies_over_what_is_below_by_its_weight_and_the_layers_opacity(quality):
    low, high = noise(1), noise(2)
    seen = looks(layer("a", quality, high, opacity=0.6), layer("b", quality, low))
    wanted = over(high, 0.6, over(low, 1.0, QUALITIES[quality].rest))
    np.testing.assert_allclose(seen[:, LOOKS.index(quality)], wanted, atol=1.0)
    others = [k for k in LOOKS if k != quality]
    assert all((seen[:, LOOKS.index(k)] == QUALITIES[k].rest).all() for k in others)


def test_nothing_is_held_where_no_layer_carries_anything():
    assert not len(looks(layer("a"), layer("b")))


def test_masks_hidden_layers_and_what_the_clay_was():
    values, mask, clay = noise(3), noise(4, 1), noise(5, 1)[:, 0]
    seen = looks(layer("a", values=values, mask=Sheet.of_dense(mask, OPEN)), below=clay)
    np.testing.assert_allclose(seen[:, 0], over(values, mask[:, 0] / 255.0, clay), atol=1.0)
    hidden = looks(layer("a", values=values, visible=False), layer("b", "wetness", values))
    assert (hidden[:, 0] == ROUGH).all()


def test_a_clipped_layer_counts_where_the_one_below_is_painted():
    values, colour = noise(6), noise(7, 4)
    top = layer("a", values=values, clip=True)
    seen = looks(top, layer("b", colour=colour), layer("c", values=noise(8)))
    wanted = over(values, colour[:, 3] / 255.0, over(noise(8), 1.0, ROUGH))
    np.testing.assert_allclose(seen[:, 0], wanted, atol=1.0)
    gone = looks(top, layer("b", colour=colour, visible=False), layer("c", values=noise(8)))
    np.testing.assert_allclose(gone[:, 0], over(noise(8), 1.0, ROUGH), atol=1.0)


def test_a_group_is_weighed_as_one():
    one, two = noise(9), noise(10)
    inside = [layer("a", values=one, parent="g"), layer("b", values=two, parent="g")]
    group = ColourLayer("g", "g", "group", Sheet(N, CLEAR), opacity=0.5)
    seen = looks(group, *inside)
    a, b = one[:, 1] / 255.0, two[:, 1] / 255.0
    value, weight = a * one[:, 0] + (1 - a) * b * two[:, 0], a + (1 - a) * b
    np.testing.assert_allclose(seen[:, 0], 0.5 * value + (1 - 0.5 * weight) * ROUGH, atol=1.0)


def test_heights_add_up_in_mm():
    one, two = noise(11), noise(12)
    seen = heights(layer("a", "height", one, depth=0.2, opacity=0.5), layer("b", "height", two, depth=1.0))
    wanted = 0.5 * one[:, 1] / 255 * 0.2 * (one[:, 0].astype(float) - 128) / 127
    wanted += two[:, 1] / 255 * (two[:, 0].astype(float) - 128) / 127
    np.testing.assert_allclose(seen, wanted, atol=1e-5)


def test_merged_layers_come_to_what_they_came_to_apart():
    layers = [layer("a", values=noise(13), opacity=0.7), layer("b", values=noise(14))]
    layers[0].values["height"] = Sheet.of_dense(noise(15), NOTHING)
    values, depth = qualities.merged(layers, N)
    one = replace(layers[1], values=values, depth=depth)
    np.testing.assert_allclose(looks(one), looks(*layers), atol=1.0)
    np.testing.assert_allclose(heights(one), heights(*layers), atol=depth / 127)


def test_a_painting_follows_its_layers_and_lets_go():
    low, rows = noise(16), np.arange(40, dtype=np.int32)
    made = Painting(GRAIN, [layer("a", values=low), layer("b")])
    made.take_over(None)
    assert made.looks is not None
    made.write("b", rows, np.tile(np.array([10, 255], np.uint8), (40, 1)), "roughness")
    seen = made.looks[:, 0].copy()
    assert (made.looks[:40, 0] == looks(*made.layers)[:40, 0]).all()
    made.write("b", rows, np.tile(np.array([255, 255], np.uint8), (40, 1)), "height")
    assert made.height[:40] == pytest.approx(0.5)
    less = made.changed(replace(made["a"], visible=False))
    less.take_over(made)
    assert not made.valued
    np.testing.assert_array_equal(less.looks, looks(*less.layers))
    assert not np.array_equal(less.looks[:, 0], seen)
    none = less.with_layers([replace(v, values={}) for v in less.layers])
    none.take_over(less)
    assert none.looks is None
    assert none.height is None


def test_paint_under_a_clipped_layer_lets_its_values_count_and_snapshots_know_the_clay():
    values = np.tile(np.array([20, 255], np.uint8), (N, 1))
    made = Painting(GRAIN, [layer("a", values=values, clip=True), layer("b")])
    made.ground_roughness = np.full(N, 90, np.uint8)
    assert (made.looks[:, 0] == 90).all()
    rows = np.arange(30, dtype=np.int32)
    made.write("b", rows, np.full((30, 4), 255, np.uint8))
    assert (made.looks[:30, 0] == 20).all()
    assert (made.looks[30:, 0] == 90).all()
    np.testing.assert_array_equal(made.still().looks, made.looks)
    back = np.arange(N, dtype=np.int32)[::-1].copy()
    np.testing.assert_array_equal(made.renumbered(GRAIN, back).looks, made.looks[back])
