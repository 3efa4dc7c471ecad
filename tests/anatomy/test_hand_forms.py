"""Hands and feet as forms: nails, creases, the skin between thumb and index."""

import numpy as np
import pytest

from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.anatomy.body.hand_forms import finger, hand_frame, palm, thumb
from yewfinch.core.anatomy.body.leg_forms import toe
from yewfinch.core.anatomy.body.nails import nail
from yewfinch.core.reshape.forms import Forms


def rod():
    return Forms(soft=0.0).rods([(0, 0, 0), (40, 0, 0)], [8.0, 8.0], 1.0)


def test_a_nail_is_bedded_in_a_fold_and_has_a_free_edge():
    plain, f = rod(), rod()
    x, _, z = np.eye(3)
    nail(f, np.array([36.0, 0.0, 0.0]), x, z, 12.0, 11.0)

    def depth(point):  # how far the skin sank at a place of the plain rod, mm
        at = plain.onto([point], 20)
        return float(f.distance(at)[0])

    assert depth((36.0, 0.0, 20.0)) < -0.3  # the plate stands out
    for side in (-1.0, 1.0):
        assert depth((36.0, side * 5.9, 5.5)) > 0.25  # the folds beside it lie deeper
    assert depth((29.4, 0.0, 20.0)) > 0.8  # and the one behind it
    assert depth((36.0, 0.0, -20.0)) == pytest.approx(0.0, abs=1e-6)  # nothing on the pad


def outline(form, line, ups, around=24):
    """Mean radius of a digit along its last bone, mm."""
    a, b = line[-2], line[-1]
    way = (b - a) / np.linalg.norm(b - a)
    e1 = ups - way * (ups @ way)
    e1 /= np.linalg.norm(e1)
    e2 = np.cross(way, e1)
    turn = 2 * np.pi * np.arange(around) / around
    rays = np.cos(turn)[:, None] * e1 + np.sin(turn)[:, None] * e2
    out = form.outward(np.repeat(((a + b) / 2)[None], around, 0), rays, 40.0)
    return float(np.linalg.norm(out - (a + b) / 2, axis=1).mean())


@pytest.mark.parametrize("number", range(4))
def test_fingers_taper_and_a_woman_s_are_slimmer(number):
    radii = {}
    for sex in (0.0, 1.0):
        form, line, along = finger(Build(sex), number)
        assert along == sorted(along, reverse=True)
        radii[sex] = outline(form, line, hand_frame(Build(sex)).back)
        assert 0.8 * along[3] < radii[sex] < 1.25 * along[2]
    assert radii[0.0] < 0.95 * radii[1.0]


def test_the_palm_has_its_lines_and_skin_runs_from_thumb_to_index():
    build = Build()
    h, form = hand_frame(build), palm(build)

    def height(along, across):  # of the palm's skin, to the back of the hand, mm
        start = h.at(along, across, -45.0)
        hit = form.onto([start], 60, 2.0)[0]
        return float((hit - h.wrist) @ h.back)

    # across the line below the fingers, which the slope to them hides: it bends inward there
    for along, across in ((84.0, -24.0), (83.0, -10.0)):
        assert height(along, across) > (height(along - 4.0, across) + height(along + 4.0, across)) / 2 + 0.15
    between = h.at(66.0, 37.0, -9.0)
    assert form.distance([between])[0] < 0.0  # inside the skin between them
    assert form.distance([between + 16.0 * h.along + 12.0 * h.thumb])[0] > 3.0  # air beyond it


def test_digits_keep_clear_of_each_other():
    build = Build()
    for i in range(3):
        form, _, _ = finger(build, i)
        _, other, radii = finger(build, i + 1)
        assert (form.distance(other[1:]) > np.array(radii[1:])).all()
    for i in range(4):
        form, line = toe(build, i)
        _, other = toe(build, i + 1)
        assert form.distance(other[-1:])[0] > 4.0
        assert form.distance(line[-1:])[0] < -4.0
    form, line, _ = thumb(build)
    assert form.distance(line[1:]).max() < -4.0
