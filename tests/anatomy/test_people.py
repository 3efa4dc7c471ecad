"""The population that is the prior of the joint solve."""

import numpy as np
import pytest

from yewfinch.core.anatomy.figure import people as population
from yewfinch.core.anatomy.figure.people import people
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.norms import NORMS
from yewfinch.core.anatomy.lore.sex_and_age import AGES, age_of_years, years_of


@pytest.mark.parametrize("norm", [n for n in NORMS if n.men[1] is not None], ids=lambda n: n.key)
def test_it_spreads_at_least_as_far_as_the_young_adults_of_the_surveys(norm):
    # ages from 18 to 80 and the dials come on top of the published spreads (from memory)
    found, published = people("man").spread_of(norm.start, norm.end), norm.men[1]
    assert 0.75 * published < found < 2.0 * published


def test_means_lie_between_the_sexes_and_sides_are_mirrored():
    man, woman, both = (people(k) for k in ("man", "woman", "any"))
    row = both.keys.index("zy_l")
    assert woman.mean[row, 0] < both.mean[row, 0] < man.mean[row, 0]
    twin = [both.keys.index(LANDMARKS[k].twin) for k in both.keys]
    np.testing.assert_allclose(both.mean[twin], both.mean * [-1, 1, 1], atol=1e-9)
    assert np.linalg.eigvalsh(both.covariance).min() > 0


def test_it_is_the_covariance_of_what_is_drawn():
    # numpy's own estimate on another thousand draws
    found = population._people()
    drawn = found.draw(np.random.default_rng(5), 1500, "woman").reshape(1500, -1)
    model = people("woman")
    ratio = np.diag(np.cov(drawn.T)) / np.diag(model.covariance)
    assert 0.9 < np.median(ratio) < 1.1
    assert np.abs(drawn.mean(axis=0) - model.mean.ravel()).max() < 0.6


def test_draws_are_the_same_for_the_same_seed_and_kept_on_disk(monkeypatch):
    a, b = (population.draw(np.random.default_rng(3)) for _ in range(2))
    np.testing.assert_array_equal(a["prn"], b["prn"])
    first = people("any")
    people.cache_clear()
    monkeypatch.setattr(population, "_people", lambda: pytest.fail("the cache was not used"))
    np.testing.assert_array_equal(people("any").covariance, first.covariance)


def test_an_unknown_kind_is_refused():
    with pytest.raises(ValueError, match="got 'child'"):
        people("child")


def size(spread, start, end):
    return np.linalg.norm(spread.mean[spread.keys.index(start)] - spread.mean[spread.keys.index(end)])


def test_children_are_smaller_and_of_another_form():
    child, adult, old = people("any", "child"), people("any"), people("any", "old")
    # face height n-gn at 8 years 0.84 of the adult's, nose height n-sn 0.80, pupils 55 mm (Farkas 1994, Dodgson;
    # from memory)
    assert 0.74 < size(child, "n", "gn") / size(adult, "n", "gn") < 0.92
    assert size(child, "p_l", "p_r") == pytest.approx(55, abs=3)
    assert size(child, "g", "op") / size(adult, "g", "op") > size(child, "n", "gn") / size(adult, "n", "gn")
    # the ear grows 0.22 mm a year from 30 (Heathcote 1995, BMJ 311:1668, from memory)
    assert 3 < size(old, "sa_l", "sba_l") - size(adult, "sa_l", "sba_l") < 9
    eight = people("any", "child", 8.0)
    assert eight.spread_of("n", "gn") < child.spread_of("n", "gn")


def test_years_and_words():
    assert years_of("child", None) == AGES["child"]
    assert years_of("adult", 50.0) == (47.5, 52.5)
    assert years_of("child", 6.0) == (5.0, 7.0)
    assert [age_of_years(y) for y in (4, 17, 30, 64, 70)] == ["child", "child", "adult", "adult", "old"]
    with pytest.raises(ValueError, match="got 'baby'"):
        years_of("baby", None)
    with pytest.raises(ValueError, match="years must lie between 2 and 100, got 140"):
        people("any", "adult", 140.0)
    assert np.isfinite(people("woman", "child", 2.0).mean).all()
    assert np.isfinite(people("man", "old", 100.0).mean).all()
