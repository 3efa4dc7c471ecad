"""Palms, soles and nails of a base body, found by its regions however it stands; scars of any clay."""

import numpy as np
import pytest

from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.skin.hands import nails, palms
from yewfinch.core.skin.scars import strewn
from yewfinch.demo.shapes import cube_sphere


@pytest.fixture(scope="module")
def body():
    made = new_portrait(Figure(Person(sex=1.0, age=30), crop="full"))
    held = made.pieces["head"]
    regions = {k: (m / np.float32(255.0)).astype(np.float32) for k, m in held.regions.items()}
    yield held.surface, regions
    made.history.close()


def turned(surface: Surface) -> tuple[Surface, np.ndarray]:
    """The same body lying on its side and turned about."""
    a, b = np.radians(75.0), np.radians(130.0)
    turn = np.array([[np.cos(a), -np.sin(a), 0], [np.sin(a), np.cos(a), 0], [0, 0, 1.0]]) @ np.array(
        [[np.cos(b), 0, np.sin(b)], [0, 1.0, 0], [-np.sin(b), 0, np.cos(b)]]
    )
    return surface.moved((surface.positions @ turn.T).astype(np.float32)), turn


def test_a_body_has_twenty_nails_on_the_backs_of_its_tips(body):
    surface, regions = body
    found = nails(surface, regions.get)
    assert len(found) == 20
    for nail in found:
        near = np.linalg.norm(surface.positions - nail.middle, axis=1) < 0.5 * nail.long + 2.0
        share = nail.at(surface.positions[near])
        on = surface.normals[near][share > 0.5]
        assert len(on) > 3
        assert (on @ nail.outwards).mean() > 0.75  # it lies on the back, flat
        assert 4.0 < nail.long < 22.0
        assert 4.0 < nail.broad < 22.0
    hand = [n for n in found if n.middle[1] > -1200 and n.middle[0] > 0][:4]
    for nail in hand:  # arms hang: tips point down, backs outwards
        assert nail.along[1] < -0.9
        assert nail.outwards[0] > 0.7


def test_palms_and_soles_are_found_and_backs_are_not(body):
    surface, regions = body
    found = palms(surface, regions.get)
    hand = np.maximum(regions["hand_l"], regions["fingers_l"]) > 0.9
    inwards = surface.normals[:, 0] < -0.7
    assert found[hand & inwards].mean() > 0.9
    assert found[hand & (surface.normals[:, 0] > 0.5)].max() < 0.05
    foot = regions["foot_l"] > 0.9
    assert found[foot & (surface.normals[:, 1] < -0.8)].mean() > 0.9
    assert found[foot & (surface.normals[:, 1] > 0.5)].max() == 0.0
    assert found[regions["chest"] > 0.5].max() == 0.0


def test_how_the_body_lies_does_not_matter(body):
    surface, regions = body
    lying, turn = turned(surface)
    np.testing.assert_allclose(palms(lying, regions.get), palms(surface, regions.get), atol=0.02)
    for a, b in zip(nails(lying, regions.get), nails(surface, regions.get), strict=True):
        np.testing.assert_allclose(a.middle, turn @ b.middle, atol=0.2)
        np.testing.assert_allclose(a.outwards, turn @ b.outwards, atol=0.02)


def test_clay_without_hands_has_neither():
    surface = cube_sphere(6)
    assert nails(surface, lambda _: None) == []
    assert not palms(surface, lambda _: None).any()


def test_scars_are_thin_lines_where_they_may_lie():
    at = cube_sphere(60).positions
    where = (at[:, 2] > 60.0).astype(np.float32)
    found = strewn(at, where, 5, 3)
    assert len(found) == 5
    for scar in found:
        own = at[scar.rows[scar.core > 0.5]].astype(float)
        long = np.linalg.svd(own - own.mean(axis=0), full_matrices=False)
        reach = np.ptp(own @ long[2][0])
        assert 8.0 < reach < 36.0
        assert np.ptp(own @ long[2][1]) < 0.5 * reach
        assert own[:, 2].mean() > 40.0
    again = strewn(at, where, 5, 3)
    assert all(
        np.array_equal(a.rows, b.rows) and np.array_equal(a.core, b.core) for a, b in zip(found, again, strict=True)
    )
    other = strewn(at, where, 5, 4)
    assert not np.array_equal(other[0].rows, found[0].rows)
    assert strewn(at, np.zeros(len(at), np.float32), 3, 1) == []
