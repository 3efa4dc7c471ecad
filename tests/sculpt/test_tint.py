"""Tint: pigments added and taken away along true colours; what is no skin keeps being none."""

from dataclasses import astuple

import numpy as np
import pytest

from tests.sculpt.clay import bench, draw, line
from yewfinch.core.sculpt.tools.tint import FULL
from yewfinch.core.shared.colour import to_lab, to_srgb
from yewfinch.core.skin.colour_difference import ciede2000
from yewfinch.core.skin.pigments import Pigments, colour_of, colours_of, from_axes, on_axes, pigments_of

_PATH = line((-12, 0), (12, 0), 30)
FAIR = Pigments(0.03, 0.012, 0.75, 0.25)


def _of(pigments):
    portrait, piece = bench()
    piece.surface.colour[:, :3] = colour_of(pigments)
    return portrait, piece, piece.surface.nearest_row((0, 0, 100))


def _lab(surface, rows):
    return to_lab(surface.colour[rows, :3] / 255.0)


@pytest.mark.parametrize(
    ("pigment", "channel", "sign"), [("melanin", 0, -1), ("blood", 1, 1), ("oxygen", 1, 1), ("yellow", 2, 1)]
)
def test_a_full_stroke_adds_as_much_as_the_table_says_and_ctrl_takes_it_away(pigment, channel, sign):
    portrait, piece, middle = _of(FAIR)
    start = _lab(piece.surface, middle)
    draw(portrait, piece, "tint", _PATH, strength=1.0, falloff="even", pigment=pigment)
    found = _lab(piece.surface, middle)
    assert sign * (found[channel] - start[channel]) > (1.0 if pigment == "oxygen" else 3.0)
    at = np.minimum(on_axes([astuple(FAIR)]) + FULL[pigment], 1.0)
    wanted = to_lab(to_srgb(colours_of(from_axes(at))[0]))
    # which skin a colour is, is read between the places of a table: melanin for blood and yellow, a little
    assert ciede2000(found, wanted) < 3.2
    assert np.linalg.norm(found - start) == pytest.approx(np.linalg.norm(wanted - start), rel=0.25)
    touched = (piece.surface.colour[:, :3] != colour_of(FAIR)).any(axis=1)
    assert 20 < touched.sum() < 0.1 * len(piece.surface)
    assert pigments_of(piece.surface.colour[touched, :3] / 255.0)[1].max() < 1.5  # all of it is skin
    draw(portrait, piece, "tint", _PATH, strength=1.0, falloff="even", pigment=pigment, ctrl=True)
    assert ciede2000(_lab(piece.surface, middle), start) < 4.0  # oxygen and yellow have bounds
    portrait.history.undo()
    portrait.history.undo()
    assert (piece.surface.colour[:, :3] == colour_of(FAIR)).all()


def test_dark_skin_stays_skin_under_many_strokes():
    portrait, piece, middle = _of(Pigments(0.2, 0.02, 0.75, 0.1))
    for pigment in ("melanin", "blood", "melanin", "yellow"):
        draw(portrait, piece, "tint", _PATH, strength=0.6, pigment=pigment)
    assert np.isfinite(_lab(piece.surface, middle)).all()
    assert pigments_of(piece.surface.colour[[middle], :3] / 255.0)[1][0] < 2.0
    assert _lab(piece.surface, middle)[0] < 40.0


def test_what_is_no_skin_keeps_its_hue():
    portrait, piece, middle = _of(FAIR)
    piece.surface.colour[:, :3] = (60, 90, 200)
    draw(portrait, piece, "tint", _PATH, strength=1.0, pigment="melanin")
    red, green, blue = (int(v) for v in piece.surface.colour[middle, :3])
    assert blue > green > red * 0.9 and blue < 200
    assert tuple(piece.surface.colour[piece.surface.nearest_row((0, 0, -100)), :3]) == (60, 90, 200)


def test_both_sides_alike_and_shift_evens_out():
    portrait, piece, _ = _of(FAIR)
    draw(portrait, piece, "tint", line((20, 0), (30, 6), 12), symmetry=True, strength=0.8, pigment="blood")
    surface = piece.surface
    twin = [surface.nearest_row(p) for p in surface.positions[::37] * (-1, 1, 1)]
    assert np.abs(surface.colour[::37].astype(int) - surface.colour[twin].astype(int)).max() <= 1
    rng = np.random.default_rng(1)
    surface.colour[:, :3] = np.clip(np.array(colour_of(FAIR)) + rng.normal(0, 18, (len(surface), 3)), 0, 255)
    near = np.linalg.norm(surface.positions - (0, 0, 100), axis=1) < 6.0
    before = surface.colour[near, :3].astype(float).std(axis=0).mean()
    for _ in range(3):
        draw(portrait, piece, "tint", _PATH, strength=1.0, size=40.0, shift=True)
    assert surface.colour[near, :3].astype(float).std(axis=0).mean() < 0.6 * before
