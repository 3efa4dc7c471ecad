"""Portraits of older casts of the base heads, written by versions of then: opened, steered, brought over."""

from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest

from yewfinch.core.anatomy.figure.casts import CASTS, LATEST
from yewfinch.core.anatomy.figure.head_shape import plain_shaper
from yewfinch.core.anatomy.figure.person import Person, checked
from yewfinch.core.document.figure.casting import brought_over, is_older
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.document.verbs.check import problems
from yewfinch.core.formats import container
from yewfinch.core.shared.errors import YewfinchError

FILES = {
    name: Path(__file__).with_name(f"{name}.yewfinch")
    for name in ("first_cast_head", "first_cast_bust", "second_cast_head")
}
#: The stroke on their noses, mm.
STROKE = 2.5


@pytest.fixture(params=FILES)
def old(request):
    portrait = container.load(FILES[request.param])
    maker = figures()
    if request.param == "first_cast_bust":
        maker.prepare(cast=1)
    assert is_older(portrait.figure)
    yield portrait
    portrait.history.close()


def modelled(portrait):
    """What was modelled: the clay without its base, (n, 3) mm."""
    return portrait.surface("head").positions - figures().positions(portrait.figure)


def test_it_opens_as_it_was_and_its_base_is_of_its_cast_to_the_last_bit(old):
    away = np.linalg.norm(modelled(old), axis=1)
    stroke = away > 1.0
    assert 5 < stroke.sum() < 400
    np.testing.assert_allclose(away[stroke], STROKE, atol=2e-5)
    assert away[~stroke].max() < 2e-5  # places are kept in single precision


def test_it_is_steered_within_its_cast_and_keeps_that_when_saved(old, tmp_path):
    before = modelled(old)
    cast = old.figure.person.cast
    older = replace(old.figure.person, age=old.figure.person.age + 9.0)
    old.perform(figures().steer(old, older, "age"))
    assert old.figure.person.cast == cast < LATEST
    np.testing.assert_allclose(modelled(old), before, atol=1e-4)
    container.save(old, tmp_path / "a.yewfinch")
    assert container.load(tmp_path / "a.yewfinch").figure == old.figure


def test_bringing_it_over_keeps_the_person_and_the_modelling_and_is_undone(old):
    maker, figure = figures(), old.figure
    before, was = modelled(old), old.surface("head").positions.copy()
    shape = maker.shape(figure.person)
    maker.prepare()
    old.perform(maker.steer(old, brought_over(maker, figure), "brought over"))
    assert old.figure.person.cast == LATEST
    assert not is_older(old.figure)
    np.testing.assert_allclose(modelled(old), before, atol=1e-4)
    if figure.person.seed:  # this very person: landmarks stay
        now = maker.shape(old.figure.person).landmarks
        off = [np.linalg.norm(now[k] - shape.landmarks[k]) for k in now if k[:2] not in ("ps", "pi", "p_")]
        assert np.median(off) < 0.5
    assert np.abs(old.surface("head").positions - was).max() > 0.8
    assert problems(old) == []
    old.history.undo()
    np.testing.assert_array_equal(old.surface("head").positions, was)
    assert old.figure == figure


def test_new_heads_are_of_the_latest_cast_and_rows_are_those_of_the_first():
    portrait = new_portrait()
    assert portrait.figure.person.cast == LATEST
    old = container.load(FILES["first_cast_head"])
    maker = figures()
    faces = maker.pieces(replace(old.figure, person=replace(old.figure.person, cast=LATEST)))[0]["head"].surface.faces
    np.testing.assert_array_equal(faces, old.surface("head").faces)


def test_the_first_cast_has_only_the_dials_it_had_and_unknown_casts_are_refused():
    with pytest.raises(YewfinchError, match="jowls"):
        checked(Person(cast=1, dials={"jowls": 0.5}))
    checked(Person(dials={"jowls": 0.5}))
    with pytest.raises(YewfinchError, match="no cast 9"):
        checked(Person(cast=9))
    with pytest.raises(YewfinchError, match="no cast 7"):
        plain_shaper(7)
    assert set(CASTS[1].drawn) < set(CASTS[LATEST].drawn)


def test_a_chin_that_goes_down_takes_the_jaw_along_and_leaves_no_point_in_the_third_cast():
    """Judged by what no cast is made of: the vertices between landmarks."""
    person = Person(sex=0.3, age=45.0, landmarks=_low_chin())
    at = {cast: plain_shaper(cast).shape(replace(person, cast=cast)).positions for cast in (2, 3)}
    mean = {cast: plain_shaper(cast).shape(Person(sex=0.3, age=45.0, cast=cast)).positions for cast in (2, 3)}
    rest = plain_shaper().model.positions
    fell = {cast: mean[cast][:, 1] - at[cast][:, 1] for cast in (2, 3)}
    border = np.linalg.norm(rest - (22.0, -90.0, 56.0), axis=1) < 4.0
    assert border.sum() > 3
    assert fell[3][border].mean() > fell[2][border].mean() + 0.5


def _low_chin():
    shape = plain_shaper().shape(Person(sex=0.3, age=45.0))
    low = np.array([0.0, -8.0, 0.0])
    return {k: p + (low if k in ("gn", "pg") else 0.0) for k, p in shape.landmarks.items() if k in plain_shaper().keys}
