"""With symmetry on, what is symmetric stays so to the last bit: all tools, adaptive detail, undo."""

from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.verbs import adapting
from yewfinch.core.mesh.query.twins import twins_of
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import StrokeContext
from yewfinch.core.sculpt.toolbox import tools
from yewfinch.core.shared.errors import YewfinchError

FLIP = np.float32([-1, 1, 1])


def stroke(portrait, spec, rng, *, after=None, row=None, **changes):
    """A stroke of six events from a random vertex of the head."""
    piece = portrait.pieces["head"]
    surface = piece.surface
    row = int(rng.integers(len(surface))) if row is None else row
    at, normal = surface.positions[row].astype(float), surface.normals[row].astype(float)
    settings = replace(spec.settings, size=float(rng.uniform(6, 30)), **changes)
    running = spec.make(StrokeContext(portrait, piece, settings, True, (9, 80, 200), spec.channel, after))
    next(running)
    way, ctrl = rng.normal(size=3) * 8, bool(rng.random() < 0.3)
    for i in range(6):
        phase = "press" if i == 0 else "release" if i == 5 else "move"
        try:
            running.send(
                PointerEvent(phase, at + normal * 60 + way * i / 5, -normal, float(rng.uniform(0.3, 1)), ctrl=ctrl)
            )
        except StopIteration:
            break


def mirrored(surface):
    """Are the vertices their own images, as a set, to the bit?"""
    at = np.unique(surface.positions + np.float32(0), axis=0)
    return np.array_equal(at, np.unique(surface.positions * FLIP + np.float32(0), axis=0))


def test_strokes_of_all_tools_leave_form_and_channels_symmetric_to_the_bit():
    portrait, rng = new_portrait(), np.random.default_rng(11)
    specs = [s for s in tools() if not s.needs]
    start = portrait.surface("head").positions.copy()
    for number in range(4 * len(specs)):
        stroke(portrait, specs[number % len(specs)], rng)
    surface = portrait.surface("head")
    twin = twins_of(surface)
    np.testing.assert_array_equal(surface.positions[twin], surface.positions * FLIP)
    for spec in {s.channel for s in specs} - {"positions"}:
        values = surface.values(spec)
        np.testing.assert_array_equal(values[twin], values)
    assert np.abs(surface.positions - start).max() > 1.0
    while portrait.history.can_undo:
        portrait.history.undo()
    np.testing.assert_array_equal(portrait.surface("head").positions, start)


@pytest.mark.parametrize("seed", [3, 5])
def test_detail_that_follows_strokes_is_the_same_on_both_sides(seed):
    portrait, rng = new_portrait(), np.random.default_rng(seed)
    by_id = {s.id: s for s in tools()}

    def after(change):
        try:
            return adapting.refined(portrait, "head", change, 1.5, True, 2)
        except YewfinchError as error:
            assert "across the middle" in str(error)
            return ()

    for _ in range(25):
        stroke(portrait, by_id[str(rng.choice(["clay", "pinch", "scrape", "swell", "move"]))], rng, after=after)
    surface = portrait.surface("head")
    assert len(surface) != 39938
    assert mirrored(surface)
    assert twins_of(surface) is not None


def test_a_mask_on_one_side_is_respected():
    portrait, rng = new_portrait(), np.random.default_rng(1)
    surface = portrait.surface("head")
    surface.mask[surface.positions[:, 0] < 0] = 255
    before = surface.positions.copy()
    row = int(np.argmax(surface.positions[:, 0]))
    stroke(portrait, next(s for s in tools() if s.id == "swell"), rng, row=row)
    moved = np.abs(portrait.surface("head").positions - before).max(axis=1) > 0
    assert moved[before[:, 0] > 0].any() and not moved[before[:, 0] < 0].any()


def test_what_one_side_alone_has_is_not_written_over():
    portrait, rng = new_portrait(), np.random.default_rng(1)
    surface = portrait.surface("head")
    ear = np.nonzero(surface.positions[:, 0] < -70)[0].astype(np.int32)
    surface.set_rows(ear, surface.positions[ear] + np.float32([0, 4, 0]))
    right = surface.positions[ear].copy()
    stroke(portrait, next(s for s in tools() if s.id == "swell"), rng, row=int(np.argmax(surface.positions[:, 0])))
    after = portrait.surface("head").positions[ear]
    assert np.abs(after - right).max() < 6.0  # moved by its own dab, not to the image of the other ear
    assert np.median(after[:, 1] - right[:, 1]) > -1.0
