"""The neck's girth and length: met, steered apart, symmetric, nothing else moved."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.anatomy.figure.person import PRESETS, Person, checked
from yewfinch.core.anatomy.head.head_form import as_triangles
from yewfinch.core.anatomy.head.head_measures import NECK, STEERED
from yewfinch.core.anatomy.head.neck import _AT, _AXIS
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.shared.errors import YewfinchError


@pytest.fixture(scope="module")
def maker():
    return figures()


@pytest.mark.parametrize("key", PRESETS)
def test_girth_is_the_published_mean(maker, key):
    person = PRESETS[key][1]
    found = maker.shape(person).measures()["neck_girth"]
    assert found == pytest.approx(NECK["neck_girth"].mean(person.sex, person.age), abs=0.2)


def test_published_means():
    # ANSUR II, Gordon et al. 2014 (from memory)
    girth = NECK["neck_girth"]
    assert girth.mean(1.0, 30) == 398
    assert girth.mean(0.0, 30) == 330
    assert 260 < girth.mean(0.5, 8) < 300  # a child's, common practice


def test_girth_agrees_with_a_cut_through_the_plain_head(maker):
    # the loop's length against the section that trimesh cuts
    mesh = trimesh.Trimesh(maker.model.positions, as_triangles(maker.model.faces(2)), process=False)
    cut = mesh.section(plane_origin=_AT, plane_normal=_AXIS)
    lengths = [e.length(cut.vertices) for e in cut.entities]
    assert maker.shaper.neck.measures(maker.model.positions)["neck_girth"] == pytest.approx(max(lengths), rel=0.01)


@pytest.mark.parametrize(
    "person", [PRESETS["man"][1], PRESETS["woman"][1], PRESETS["child"][1], Person(0.3, 44, seed=5)]
)
@pytest.mark.parametrize("factor", [0.85, 1.2])
def test_each_is_met_alone_and_together(maker, person, factor):
    before = maker.shape(person)
    girth, length = before.neck["neck_girth"] * factor, before.neck["neck_length"] * factor
    made = maker.shape(person.with_measure("neck_girth", girth).with_measure("neck_length", length))
    assert made.neck["neck_girth"] == pytest.approx(girth, abs=1.0)
    assert made.neck["neck_length"] == pytest.approx(length, abs=1.0)
    alone = maker.shape(person.with_measure("neck_girth", girth))
    assert alone.neck["neck_girth"] == pytest.approx(girth, abs=1.0)
    for key in STEERED:
        assert made.measures()[key] == pytest.approx(before.measures()[key], abs=0.3), key
    triangles = as_triangles(maker.model.faces(2))
    assert len(crossings(made.positions, triangles)) <= len(crossings(before.positions, triangles))


def test_it_stays_symmetric(maker):
    at = maker.shape(Person(measures={"neck_girth": 440.0, "neck_length": 90.0})).positions
    np.testing.assert_array_equal(at[maker.model.mirror] * (-1, 1, 1), at)


def test_random_persons_have_different_necks(maker):
    girths = [maker.shaper.shape(Person(1.0, 30, seed=s), draft=True).neck["neck_girth"] for s in range(1, 41)]
    assert np.mean(girths) == pytest.approx(398, abs=14)
    assert 12 < np.std(girths) < 34  # 26 published


@pytest.mark.parametrize("value", [float("nan"), 100.0, 900.0])
def test_an_absurd_neck_is_refused(value):
    with pytest.raises(YewfinchError, match="neck_girth"):
        checked(Person(measures={"neck_girth": value}))
