"""Studios: what falls on a ball, against the cosine law."""

import numpy as np
import pytest

from yewfinch.core.show import studios
from yewfinch.core.show.looking import FINISHES, Finish
from yewfinch.core.show.studios import SIDE, STUDIOS, Lamp, Studio, ball

DULL = Finish("Dull", (0.5, 0.5, 0.5), 0.0, 10.0, 0.0)


def at(picture, x, y):
    """The pixel where a ball faces x to the right, y upwards."""
    return picture[int((y + 1) / 2 * SIDE), int((x + 1) / 2 * SIDE)]


def test_a_small_lamp_follows_the_cosine_law(monkeypatch):
    way = np.array([0.6, 0.0, 0.8])
    monkeypatch.setitem(
        STUDIOS, "probe", Studio("Probe", "", (Lamp(tuple(way), (1.0, 0.5, 0.25), 0.5),), (0, 0, 0), (0, 0, 0))
    )
    ball.cache_clear()
    picture = ball("probe", DULL)
    for x, y in ((0.6, 0.0), (0.0, 0.0), (-0.3, 0.4), (0.9, 0.1), (-0.9, 0.0)):
        n = np.array([x, y, np.sqrt(1 - x * x - y * y)])
        np.testing.assert_allclose(at(picture, x, y)[:3], max(0.0, n @ way) * np.array([1.0, 0.5, 0.25]), atol=0.015)
    assert picture[..., 3].max() == 0.0


def test_a_large_lamp_has_a_softer_edge_and_creeping_light_reaches_farther(monkeypatch):
    for size, name in ((1.0, "small"), (35.0, "large")):
        monkeypatch.setitem(
            STUDIOS, name, Studio("", "", (Lamp((1.0, 0.0, 0.0), (1.0, 1.0, 1.0), size),), (0, 0, 0), (0, 0, 0))
        )
    ball.cache_clear()
    small, large = ball("small", DULL), ball("large", DULL)
    assert at(small, -0.1, 0.0)[0] < 0.02 < at(large, -0.1, 0.0)[0]
    assert at(ball("small", FINISHES["wax"]), -0.1, 0.0)[0] > 0.1


@pytest.mark.parametrize("key", [k for k, v in STUDIOS.items() if v.lamps])
@pytest.mark.parametrize("finish", list(FINISHES))
def test_every_studio_lights_every_finish(key, finish):
    picture = ball(key, FINISHES[finish])
    assert picture.shape == (SIDE, SIDE, 4) and picture.dtype == np.float32
    assert np.isfinite(picture).all() and picture.min() >= 0.0 and 0.05 < picture[..., :3].max() < 2.0
    assert (picture[..., 3].max() > 0) == (FINISHES[finish].gloss > 0)
    assert studios.ball(key, FINISHES[finish]) is picture  # made once


def test_from_above_the_chin_is_dark_and_the_window_is_on_the_left():
    top, window = ball("top", DULL), ball("window", DULL)
    assert at(top, 0, 0.9)[0] > 5 * at(top, 0, -0.9)[0]
    assert at(window, -0.7, 0.3)[0] > 3 * at(window, 0.9, 0.0)[0]
