"""Clay pressed back from eyes: lids come to lie on them, plain skin becomes a socket; judged by igl's distances."""

import igl
import numpy as np
import pytest

from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.features.eyes.eye import Eye, off_the_eye
from yewfinch.core.features.eyes.eye_form import surface_of
from yewfinch.core.features.eyes.seat import seated
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.shapes import cube_sphere


def _nearest(clay: Surface, eye: Eye) -> np.ndarray:
    """Signed distance of the eye's vertices from the clay, mm; negative inside."""
    at = surface_of(eye).positions.astype(float)
    kind = igl.SIGNED_DISTANCE_TYPE_FAST_WINDING_NUMBER
    return igl.signed_distance(at, clay.positions.astype(float), clay.triangles().astype(np.int64), kind)[0]


@pytest.mark.parametrize(("gap", "z"), [(0.1, 62.0), (0.5, 62.0), (0.1, 56.0)])
def test_an_eye_in_plain_clay_gets_a_socket_that_it_lies_in(gap, z):
    clay = cube_sphere(60, 80.0)
    eye = Eye((32.0, 10.0, z), (0.0, 10.0, z))
    assert (_nearest(clay, eye) < -1.0).mean() > 0.5  # most of it is inside
    rows, to = seated(clay, eye, gap)
    at = clay.positions.copy()
    at[rows] = to
    made = Surface(at, clay.faces)
    assert off_the_eye(eye, made.positions.astype(float)).min() > 0.9 * gap
    assert _nearest(made, eye).min() > 0.0  # nothing of it is inside any more
    assert len(crossings(made.positions, made.triangles())) == 0
    assert np.linalg.norm(to - clay.positions[rows], axis=1).max() < 2.5 * eye.radius
    far = np.linalg.norm(clay.positions - np.array(eye.place), axis=1) > 1.6 * (eye.radius + eye.rise)
    assert not np.isin(np.flatnonzero(far), rows).any()


def test_lids_that_the_cornea_pokes_through_come_to_lie_on_it():
    p = new_portrait()
    head, eye = p.surface("head"), p.pieces["eye_left"].eye
    assert off_the_eye(eye, head.positions.astype(float)).min() < -0.2
    rows, to = seated(head, eye, 0.05)
    assert np.linalg.norm(to - head.positions[rows], axis=1).max() < 1.5  # no socket is dug
    at = head.positions.copy()
    at[rows] = to
    assert off_the_eye(eye, at.astype(float)).min() > 0.04


def test_held_clay_stays_and_what_makes_no_sense_is_said():
    clay = cube_sphere(40, 80.0)
    eye = Eye((32.0, 10.0, 62.0), (0.0, 10.0, 62.0))
    held = clay.positions[:, 0] > 32.0
    rows, _ = seated(clay, eye, 0.1, held)
    assert len(rows) and not held[rows].any()
    with pytest.raises(YewfinchError, match="nowhere nearer"):
        seated(clay, Eye((300.0, 0.0, 0.0), (0.0, 0.0, 0.0)), 0.1)
    for gap in (0.0, -1.0, np.nan, 50.0):
        with pytest.raises(YewfinchError, match="gap"):
            seated(clay, eye, gap)
