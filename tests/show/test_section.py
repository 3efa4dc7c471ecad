"""Sections against closed formulas and trimesh."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.show.section import FARTHEST, Section, axes, measures, segments
from yewfinch.demo.shapes import cube_sphere


@pytest.fixture(scope="module")
def ball():
    return cube_sphere(120)


@pytest.mark.parametrize("way", ["midline", "level", "front"])
@pytest.mark.parametrize("at", [0.0, 30.0, -71.3])
def test_a_ball_is_cut_in_circles(ball, way, at):
    section = Section().turned(way).moved(at)
    found = measures(segments(ball, section), section)
    r = np.sqrt(100.0**2 - at * at)
    assert (found.girth, found.across, found.along, found.area) == pytest.approx(
        (2 * np.pi * r, 2 * r, 2 * r, np.pi * r * r), rel=1e-3
    )
    over = section.moved(101.0)
    assert len(segments(ball, over)) == 0 and measures(segments(ball, over), over) is None


def test_against_trimesh_on_the_head():
    # trimesh 5.2.0, `intersections.mesh_plane`
    head = new_portrait().surface("head")
    mesh = trimesh.Trimesh(head.positions.astype(np.float64), head.triangles(), process=False)
    for way, at in (("level", 11.3), ("front", 22.7), ("midline", 3.1)):
        section = Section().turned(way).moved(at)
        theirs = trimesh.intersections.mesh_plane(mesh, np.array(section.normal), np.array(section.normal) * at)
        ours = segments(head, section)
        assert len(ours) == len(theirs)
        assert measures(ours, section).girth == pytest.approx(
            np.linalg.norm(theirs[:, 1] - theirs[:, 0], axis=1).sum(), rel=1e-6
        )


def test_pieces_of_the_line_hang_together_even_through_vertices():
    square = Surface(
        [[0, 0, 0], [1, 0, 0], [1, 1, 0], [0, 1, 0], [0, 0, 1], [1, 0, 1], [1, 1, 1], [0, 1, 1]],
        [[0, 3, 2, 1], [4, 5, 6, 7], [0, 1, 5, 4], [1, 2, 6, 5], [2, 3, 7, 6], [3, 0, 4, 7]],
    )
    for at in (0.5, 1.0, 1e-7):
        section = Section().turned("level").moved(at)
        parts = segments(square, section)
        ends = np.round(parts.reshape(-1, 3), 5)
        _, counts = np.unique(
            ends[np.linalg.norm(np.repeat(parts[:, 1] - parts[:, 0], 2, axis=0), axis=1) > 1e-9],
            axis=0,
            return_counts=True,
        )
        assert (counts % 2 == 0).all()
        assert measures(parts, section).area == pytest.approx(1.0, abs=1e-6)


def test_rays_come_out_of_what_is_cut_away():
    section = Section().turned("midline").moved(10.0)
    way = np.array([-1.0, 0, 0])
    np.testing.assert_allclose(section.entered(np.array([50.0, 1, 2]), way), (10, 1, 2))
    start = np.array([5.0, 1, 2])
    assert section.entered(start, way) is start
    assert (
        section.entered(np.array([50.0, 1, 2]), -way) is None
        and section.entered(np.array([50.0, 1, 2]), np.array([0, 1.0, 0])) is None
    )
    assert section.beyond(np.array([11.0, 0, 0])) and not section.beyond(np.array([9.0, 0, 0]))
    assert not section.flipped().beyond(np.array([11.0, 0, 0])) and section.flipped().beyond(np.array([9.0, 0, 0]))


def test_what_makes_no_sense():
    with pytest.raises(YewfinchError, match="not a number"):
        Section().moved(float("nan"))
    with pytest.raises(YewfinchError, match="from where"):
        Section().turned("view", np.zeros(3))
    assert Section().moved(1e9).at == FARTHEST
    seen = Section().turned("view", np.array([0.0, 3.0, 4.0]), np.array([1.0, 1.0, 1.0]))
    assert seen.normal == (0.0, 0.6, 0.8) and seen.at == pytest.approx(1.4)
    for section in (seen, Section().turned("level")):
        right, up = axes(section)
        np.testing.assert_allclose(
            [right @ up, right @ section.normal, up @ section.normal, right @ right], [0, 0, 0, 1], atol=1e-12
        )
