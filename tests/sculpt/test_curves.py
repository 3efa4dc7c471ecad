"""Curves of pressure, and what pressure does to a stroke."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.interpolate import PchipInterpolator

from tests.sculpt.clay import sheet
from yewfinch.core.sculpt import pressure_curves
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import StrokeContext
from yewfinch.core.sculpt.tool_settings import PRESSED, ToolSettings
from yewfinch.core.sculpt.toolbox import tool
from yewfinch.core.shared.errors import YewfinchError


@given(st.lists(st.floats(0.0, 1.0), min_size=2, max_size=6))
def test_a_curve_goes_through_its_points_and_nowhere_beyond_them(heights):
    x = np.linspace(0.0, 1.0, len(heights))
    curve = pressure_curves.checked(list(zip(x, heights, strict=True)))
    for a, b in curve:
        assert pressure_curves.outcome(curve, a) == pytest.approx(b, abs=0.02)
    between = [pressure_curves.outcome(curve, t) for t in np.linspace(0, 1, 50)]
    assert min(heights) - 1e-9 <= min(between) and max(between) <= max(heights) + 1e-9
    rising = pressure_curves.checked(list(zip(x, sorted(heights), strict=True)))
    values = [pressure_curves.outcome(rising, t) for t in np.linspace(0, 1, 50)]
    assert all(b >= a - 1e-9 for a, b in zip(values, values[1:], strict=False))


def test_against_scipy():
    curve = ((0.0, 0.1), (0.3, 0.2), (0.5, 0.8), (1.0, 1.0))
    exact = PchipInterpolator(*np.array(curve).T)
    for t in np.linspace(0, 1, 37):
        assert pressure_curves.outcome(curve, t) == pytest.approx(float(exact(t)), abs=2e-4)
    assert pressure_curves.outcome(curve, -3) == pytest.approx(0.1) and pressure_curves.outcome(
        curve, 7
    ) == pytest.approx(1.0)


@pytest.mark.parametrize(
    ("points", "words"),
    [
        ([(0, 0)], "2 to 8"), ([(0, 0), (1, 1.4)], "between 0 and 1"), ([(0, float("nan")), (1, 1)], "between 0 and 1"),
        ([(0.1, 0), (1, 1)], "from pressure 0"), ([(0, 0), (0.5, 0.2), (0.505, 0.3), (1, 1)], "over each other"),
    ],
)  # fmt: skip
def test_what_is_no_curve(points, words):
    with pytest.raises(YewfinchError, match=words):
        pressure_curves.checked(points)


def test_each_setting_follows_its_own_curve():
    steep = ((0.0, 0.0), (0.5, 0.9), (1.0, 1.0))
    s = ToolSettings(size=10.0, strength=0.8, pressure_size=True, curve_size=steep, pressure_strength=False)
    assert s.radius(0.5) == pytest.approx(4.5) and s.force(0.5) == 0.8
    assert all(s.pressed(what, 0.3) == 1.0 for what in PRESSED if what != "size")
    assert ToolSettings(pressure_size=True).radius(0.0) == pytest.approx(0.3 * 9.0)  # as it comes: never to nothing


def swelled(pressures, rate, **changes):
    """Heights along a stroke at x = -36 .. 36 of a pen whose pressure goes through values, at so many events."""
    portrait, piece = sheet(121)
    spec = tool("swell")
    ctx = StrokeContext(portrait, piece, replace(spec.settings, size=12.0, **changes), False)
    stroke = spec.make(ctx)
    next(stroke)
    for k in range(rate):
        t = k / (rate - 1)
        phase = "press" if k == 0 else "release" if k == rate - 1 else "move"
        event = PointerEvent(
            phase,
            np.array([-40 + 80 * t, 0.0, 300.0]),
            np.array([0.0, 0.0, -1.0]),
            float(np.interp(t, np.linspace(0, 1, len(pressures)), pressures)),
        )
        try:
            stroke.send(event)
        except StopIteration:
            break
    return piece.surface.positions


def test_a_pen_that_presses_harder_and_harder_goes_deeper_and_deeper():
    at = swelled([0.0, 1.0], 80)
    depth = [at[(np.abs(at[:, 0] - x) < 0.6) & (np.abs(at[:, 1]) < 0.6), 2].max() for x in range(-32, 33, 8)]
    assert all(b > a for a, b in zip(depth, depth[1:], strict=False))
    late = swelled([0.0, 1.0], 80, curve_strength=((0.0, 0.0), (0.6, 0.05), (1.0, 1.0)))
    middle = np.abs(at[:, 0]) < 8
    assert late[middle, 2].max() < 0.5 * at[middle, 2].max()


def test_as_many_events_as_you_like_make_the_same_surface():
    slow, fast = swelled([0.2, 0.9], 60), swelled([0.2, 0.9], 250)
    assert np.abs(slow - fast).max() < 0.01 * fast[:, 2].max()
