"""How strokes run: tapers, stabiliser, airbrush."""

from dataclasses import replace

import numpy as np
import pytest
from tests.sculpt.test_shaping import sheet

from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.registry import tool
from yewfinch.core.sculpt.stroke import StrokeContext

DOWN = np.array([0.0, 0.0, -1.0])


def run(path, length=None, still=0, **changes):
    portrait, piece = sheet(121)
    spec = tool("swell")
    ctx = StrokeContext(portrait, piece, replace(spec.settings, size=12.0, pressure_strength=False, **changes), False, length=length)
    stroke = spec.make(ctx)
    next(stroke)
    for k, (x, y) in enumerate(path):
        phase = "press" if k == 0 else "release" if k == len(path) - 1 else "move"
        event = PointerEvent(phase, np.array([x, y, 300.0]), DOWN)
        try:
            stroke.send(event)
            for _ in range(still if k == 0 else 0):
                stroke.send(replace(event, phase="move", still=True))
        except StopIteration:
            break
    return piece.surface.positions, ctx


def along(at, x):
    return at[(np.abs(at[:, 0] - x) < 0.6) & (np.abs(at[:, 1]) < 0.6), 2].max()


def test_a_stroke_tapers_at_the_beginning_and_when_its_length_is_known_at_the_end():
    path = [(x, 0.0) for x in np.linspace(-40, 40, 60)]
    full, ctx = run(path)
    assert ctx.gone == pytest.approx(80, abs=2.5)
    at, _ = run(path, length=ctx.gone, taper_in=25.0, taper_out=25.0)
    assert along(at, 0) == pytest.approx(along(full, 0), rel=0.05)
    for x in (-38, 38):
        assert along(at, x) < 0.35 * along(full, x)
    heights = [along(at, x) for x in (-36, -30, -24, -18)]
    assert all(a < b for a, b in zip(heights, heights[1:], strict=False))
    only, _ = run(path, taper_out=25.0)  # not known yet: nothing is thinned
    np.testing.assert_array_equal(only, full)


def test_the_stabiliser_takes_trembling_out_of_a_stroke():
    rng = np.random.default_rng(4)
    path = [(x, float(y)) for x, y in zip(np.linspace(-40, 40, 160), rng.normal(0, 1.6, 160), strict=True)]

    def wander(at):
        middle = []
        for x in range(-25, 20, 2):
            near = at[np.abs(at[:, 0] - x) < 0.6]
            middle.append((near[:, 1] * near[:, 2]).sum() / near[:, 2].sum())
        return np.std(np.diff(middle))

    plain, steady = run(path)[0], run(path, stabiliser=12.0)[0]
    assert wander(steady) < 0.5 * wander(plain)


def test_an_airbrush_goes_on_while_the_pointer_rests():
    path = [(0.0, 0.0), (0.1, 0.0)]
    once, rests = run(path)[0], run(path, still=10, airbrush=True)[0]
    assert rests[:, 2].max() > 5 * once[:, 2].max()
    np.testing.assert_array_equal(run(path, still=10)[0], once)
