"""Thin walls and rods are found and thickened: judged by trimesh's rays and by solids whose thickness is known."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.verbs import tidying
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.thin_parts import thickened, thickness, thin_parts
from yewfinch.core.shared.errors import YewfinchError


def _slab(thick: float) -> Surface:
    mesh = trimesh.creation.box((60.0, 40.0, thick))
    for _ in range(5):
        mesh = mesh.subdivide()
    return Surface(mesh.vertices, mesh.faces)


def _mesh(surface: Surface) -> trimesh.Trimesh:
    return trimesh.Trimesh(surface.positions.astype(float), surface.triangles(), process=False)


def test_thickness_is_what_rays_of_another_library_say():
    head = new_portrait().surface("head")
    ours = thickness(head, 30.0)
    mesh, rows = _mesh(head), np.arange(0, len(head), 160)
    at, down = mesh.vertices[rows], -head.normals[rows].astype(float)
    met, which, _ = mesh.ray.intersects_location(at + 0.03 * down, down, multiple_hits=False)
    theirs = np.full(len(rows), np.inf)
    theirs[which] = np.linalg.norm(met - at[which], axis=1)
    both = np.isfinite(ours[rows])
    assert both.sum() > 40
    np.testing.assert_allclose(ours[rows][both], theirs[both], atol=0.02)


@pytest.mark.parametrize("thick", [0.4, 1.5])
def test_a_slab_becomes_as_thick_as_asked_for_and_no_thicker(thick):
    slab = _slab(thick)
    (part,) = thin_parts(slab, 2.0)
    assert part.thickness == pytest.approx(thick, abs=1e-4)
    assert part.area == pytest.approx(2 * 60.0 * 40.0, rel=0.05)
    made = Surface(thickened(slab, 2.0), slab.faces)
    middle = np.abs(made.positions[:, :2]).max(axis=1) < 15.0
    high = made.positions[middle, 2]
    assert float(np.ptp(high)) == pytest.approx(2.0, abs=0.05)
    assert sum(p.area for p in thin_parts(made, 1.8)) < 0.05 * part.area  # its rims only
    assert not len(crossings(made.positions, made.triangles()))


def test_a_thick_body_is_left_alone_to_the_bit(ball):
    assert thin_parts(ball, 5.0) == []
    assert (thickened(ball, 5.0) == ball.positions).all()


def test_a_gap_beside_a_thin_wall_stays_open():
    walls = [_slab(0.6), _slab(0.6)]
    at = np.concatenate([walls[0].positions, walls[1].positions + np.array([0.0, 0.0, 1.2])])
    both = Surface(at, np.concatenate([walls[0].faces, walls[1].faces + len(walls[0])]))
    made = thickened(both, 4.0)
    lower, upper = made[: len(walls[0])], made[len(walls[0]) :]
    inner = (np.abs(at[: len(walls[0]), :2]) < (25.0, 15.0)).all(axis=1)
    assert upper[inner, 2].min() - lower[inner, 2].max() > 0.1  # of 0.6 mm
    assert upper[:, 2].max() > at[:, 2].max() + 1.0  # outwards there is room
    assert not len(crossings(made, both.triangles()))


def test_masked_clay_stays_and_the_step_is_undone():
    p = new_portrait()
    head = p.surface("head")
    ear = p.pieces["head"].regions["ear_l"] > 127
    head.mask[ear] = 255
    was = head.positions.copy()
    p.perform(tidying.thicken(p, "head", 3.0))
    now = p.surface("head").positions
    assert (now[ear] == was[ear]).all()
    other = p.pieces["head"].regions["ear_r"] > 127
    assert np.linalg.norm(now[other] - was[other], axis=1).max() > 0.3
    assert not len(crossings(now, head.triangles()))
    p.history.undo()
    assert (p.surface("head").positions == was).all()


def test_symmetric_clay_stays_symmetric():
    head = new_portrait().surface("head")
    made = Surface(thickened(head, 3.0), head.faces)
    image = made.positions * np.float32([-1, 1, 1])
    order = [np.lexsort(np.round(x.T, 4)) for x in (made.positions, image)]
    np.testing.assert_allclose(made.positions[order[0]], image[order[1]], atol=1e-4)


@pytest.mark.parametrize("least", [0.0, -1.0, np.nan, 1e6])
def test_absurd_thicknesses_are_said(ball, least):
    with pytest.raises(YewfinchError, match="make sense"):
        thin_parts(ball, least)
    with pytest.raises(YewfinchError, match="make sense"):
        thickened(ball, least)
