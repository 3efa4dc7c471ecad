"""Quads from fields: closed, manifold, symmetric to the last bit, of the right size."""

import numpy as np
import pytest
import trimesh

from tests.nets import edges
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.quad_net import graded_axis, symmetric_quads
from yewfinch.core.shared.errors import BadSurfaceError, CancelledError

AXIS = np.arange(-14.5, 15.0)
HALF = AXIS[AXIS > 0]


def test_ball_has_the_volume_of_a_ball():
    p, f, _ = symmetric_quads(lambda q: np.linalg.norm(q, axis=1) - 10.0, HALF, AXIS, AXIS)
    m = trimesh.Trimesh(p, Surface(p, f).triangles(), process=False)
    assert m.is_watertight
    assert m.volume == pytest.approx(4 / 3 * np.pi * 1000, rel=0.02)


def test_torus_has_the_euler_characteristic_of_a_torus():
    def torus(q):
        return np.hypot(np.hypot(q[:, 0], q[:, 1]) - 9.0, q[:, 2]) - 3.2

    p, f, _ = symmetric_quads(torus, HALF, AXIS, AXIS)
    e, count = edges(f)
    assert (count == 2).all()
    assert len(p) - len(e) + len(f) == 0


def test_two_touching_balls_stay_manifold():
    def balls(q):  # touching at one corner of a cell: ambiguous cells
        a = np.linalg.norm(q - (0, 4.02, 3.98), axis=1) - 5.6
        b = np.linalg.norm(q - (0, -4.0, -3.9), axis=1) - 5.5
        return np.minimum(a, b)

    _, f, _ = symmetric_quads(balls, HALF, AXIS, AXIS)
    assert (edges(f)[1] == 2).all()


def test_mirror_is_exact():
    p, _, mirror = symmetric_quads(lambda q: np.linalg.norm(q * (1.0, 0.8, 1.3), axis=1) - 9.0, HALF, AXIS, AXIS)
    assert np.array_equal(p[mirror], p * np.float32([-1, 1, 1]))
    assert (mirror[mirror] == np.arange(len(p))).all()
    assert (p[mirror == np.arange(len(p)), 0] == 0).all()


def test_a_form_that_does_not_fit_is_refused():
    with pytest.raises(BadSurfaceError, match="does not fit"):
        symmetric_quads(lambda q: np.linalg.norm(q, axis=1) - 40.0, HALF, AXIS, AXIS)


def test_progress_can_cancel():
    def stop(fraction, text):
        raise CancelledError("enough")

    with pytest.raises(CancelledError):
        symmetric_quads(lambda q: np.linalg.norm(q, axis=1) - 9.0, HALF, AXIS, AXIS, progress=stop)


def test_graded_axis_follows_its_stops():
    axis = graded_axis([(0, 1.0), (10, 1.0), (20, 4.0)], 40.0)
    steps = np.diff(axis)
    assert axis[-1] >= 40
    assert steps[0] == pytest.approx(1.0)
    assert steps[-1] == pytest.approx(4.0)
    assert (np.diff(steps) > -1e-9).all()
