"""Clay compared with another form: signed distances judged by closed forms and trimesh, colours, words."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import CancelledError
from yewfinch.core.show.comparison import REACH, Apart, apart, colours_of
from yewfinch.demo.shapes import cube_sphere


def test_a_ball_in_a_ball_lies_within_it_by_the_difference_of_radii():
    small, large = cube_sphere(40, 28.0), cube_sphere(40, 30.0)
    assert apart(small, large).signed == pytest.approx(np.full(len(small), -2.0), abs=0.06)
    assert apart(large, small).signed == pytest.approx(np.full(len(large), 2.0), abs=0.06)
    assert np.abs(apart(small, small).signed).max() < 1e-5


def test_distances_are_those_that_another_library_finds(portrait):
    head = portrait.surface("head")
    other = head.moved(head.positions + np.float32([0.0, 1.5, 0.8]))
    some = np.arange(0, len(head), 97)
    mesh = trimesh.Trimesh(other.positions, other.triangles(), process=False)
    _, away, _ = trimesh.proximity.closest_point(mesh, head.positions[some].astype(float))
    np.testing.assert_allclose(np.abs(apart(head, other).signed[some]), away, atol=1e-4)


def test_what_is_out_of_reach_is_unknown_grey_and_named():
    ball = cube_sphere(6, 10.0)
    at = np.concatenate([ball.positions, ball.positions + np.float32([200.0, 0, 0])])
    two = Surface(at, np.concatenate([ball.faces, ball.faces + len(ball)]))
    found = apart(two, ball)
    assert np.isfinite(found.signed[: len(ball)]).all() and np.isnan(found.signed[len(ball) :]).all()
    assert f"50 % of the clay is farther than {REACH:g} mm" in found.words()
    assert "Nothing of the clay" in Apart(np.full(3, np.nan)).words()
    assert np.ptp(colours_of(found.signed, 1.0)[-1, :3].astype(int)) < 5


def test_colours_run_from_blue_over_paper_to_orange():
    found = colours_of(np.array([-9.0, -1.0, 0.0, 1.0, 9.0]), 2.0).astype(int)
    assert found[0, 2] > 2 * found[0, 0] and found[4, 0] > 2 * found[4, 2]
    assert found[2, :3].min() > 220 and (found[:, 3] == 255).all()
    assert (found[0] == colours_of(np.array([-2.0]), 2.0)[0]).all()


def test_measuring_can_be_cancelled():
    def cancel(_share, _text):
        raise CancelledError("enough")

    with pytest.raises(CancelledError):
        apart(cube_sphere(4, 10.0), cube_sphere(4, 10.0), cancel)
