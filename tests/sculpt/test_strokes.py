"""How strokes run: tapers, stabiliser, airbrush."""

from dataclasses import replace

import numpy as np
import pytest

from tests.sculpt.clay import sheet
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import StrokeContext
from yewfinch.core.sculpt.toolbox import tool
from yewfinch.core.shared.arrays import LEAF_ROWS

DOWN = np.array([0.0, 0.0, -1.0])


def run(path, length=None, still=0, **changes):
    portrait, piece = sheet(121)
    spec = tool("swell")
    ctx = StrokeContext(
        portrait, piece, replace(spec.settings, size=12.0, pressure_strength=False, **changes), False, length=length
    )
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


@pytest.mark.parametrize("tool_id", ["clay", "smooth", "paint", "mask", "gloss"])
def test_each_event_is_told_once_however_many_dabs_it_makes(tool_id):
    """A listener that copies only the leaves it is told of has the same as the clay after every event."""
    portrait, piece = sheet(121)
    surface, spec = piece.surface, tool(tool_id)
    rng = np.random.default_rng(1)
    surface.set_rows(
        np.arange(len(surface), dtype=np.int32),
        surface.positions + rng.normal(0, 0.05, surface.positions.shape).astype(np.float32),
    )
    ctx = StrokeContext(
        portrait, piece, replace(spec.settings, size=2.0, stabiliser=0.0), True, (9, 80, 200), channel=spec.channel
    )
    values = getattr(surface, spec.channel)
    start = values.copy()
    copied, told = start.copy(), []

    def listen(piece_id, channel, leaves):
        told.append((piece_id, channel))
        for leaf in leaves:
            rows = slice(leaf * LEAF_ROWS, (leaf + 1) * LEAF_ROWS)
            copied[rows] = values[rows]

    portrait.rows_changed.connect(listen)
    stroke = spec.make(ctx)
    next(stroke)
    for number, (phase, x) in enumerate((("press", -30.0), ("move", -10.0), ("move", 10.0)), 1):
        stroke.send(PointerEvent(phase, np.array([x, 7.0, 300.0]), DOWN))
        assert told == [(piece.id, spec.channel)] * number
        np.testing.assert_array_equal(copied, values)
    changed = (values != start).any(axis=1)
    assert np.ptp(surface.positions[changed, 0]) > 35  # many dabs of 2 mm
    stroke.close()
    np.testing.assert_array_equal(values, start)
    np.testing.assert_array_equal(copied, start)
