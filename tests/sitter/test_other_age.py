"""An age told wrongly is seen by the form.

Heads come from `benchmarks.other_heads`, made from published measures of adults and of children of six by hand, and,
where many sure ones are needed, from the spread of people. The evidence is checked against SciPy's normal density.
"""

from dataclasses import replace
from functools import cache

import numpy as np
import pytest
from scipy.stats import multivariate_normal

from benchmarks.other_heads import other_child, other_head, photographed
from benchmarks.sitters import caricature, child, own
from yewfinch.core.formats import container
from yewfinch.core.sitter import other_age
from yewfinch.core.sitter.head_prior import HeadPrior
from yewfinch.core.sitter.joint import solve_sitter
from yewfinch.core.sitter.photo import KnownDistance, Sitter

ASKS = "has the form of a child's"


@cache
def solved(make, seed, **told):
    """A head and what three photos of it gave."""
    rng = np.random.default_rng([73, seed])
    head = make(rng)
    _, found = solve_sitter(Sitter(photographed(rng, head, 3).photos, **told))
    return head, found


def size_off(head, found):
    """Logarithm of the solved size over the true one, by the breadths between all landmarks of the sides."""
    points = found.landmarks(seen_only=False)
    pairs = [(k, f"{k[:-2]}_r") for k in points if k.endswith("_l")]
    return float(np.median([
        np.log(np.linalg.norm(points[a] - points[b]) / np.linalg.norm(head[a] - head[b])) for a, b in pairs
    ]))  # fmt: skip


def test_children_are_seen_and_grown_people_are_not():
    seen = [solved(child, i)[1] for i in range(8)]
    grown = [solved((own, other_head, caricature)[i % 3], i)[1] for i in range(9)]
    named = [any(ASKS in w for w in f.warnings({})) for f in seen]
    assert sum(named) >= 4  # those near fourteen are as good as grown
    assert sum(any(ASKS in w for w in f.warnings({})) for f in grown) <= 1


def test_the_size_of_a_child_is_in_doubt_by_what_it_comes_out_too_large():
    off, said = [], []
    for i in range(8):
        head, found = solved(child, i)
        off.append(size_off(head, found))
        said.append(found.scale_spread)
    assert np.mean(off) > 0.05
    assert np.sqrt(np.mean(np.square(off))) < 1.6 * np.sqrt(np.mean(np.square(said)))
    grown = [solved(own, i)[1].scale_spread for i in (0, 3, 6)]
    assert np.median(grown) < 0.7 * np.median(said)


def test_children_made_from_published_measures_raise_doubt_and_adults_of_that_kind_do_not():
    children = [solved(other_child, i)[1].doubt for i in range(6)]
    adults = [solved(other_head, i)[1].doubt for i in (1, 4, 7, 8)]
    assert np.median([d.other_chance for d in children]) > 4 * np.median([d.other_chance for d in adults])
    assert all(d.other_size < 0.99 for d in children if d.other_chance > 0.1)


def test_a_grown_person_told_to_be_a_child_is_seen():
    found = [solved(own, i, age="child")[1] for i in range(5)]
    assert sum(any("the form of a grown person's" in w for w in f.warnings({})) for f in found) >= 3
    assert all(f.doubt.other_age in ("", "adult") for f in found)


def test_told_years_are_not_doubted():
    _, found = solved(child, 0, age="adult", years=40.0)
    assert found.doubt.other_age == ""
    assert not any(ASKS in w for w in found.warnings({}))


def test_a_measured_size_is_not_in_doubt_by_age():
    rng = np.random.default_rng([73, 1])
    head = child(rng)
    photos = photographed(rng, head, 3).photos
    mm = float(np.linalg.norm(head["ex_l"] - head["ex_r"]))
    _, loose = solve_sitter(Sitter(photos))
    _, held = solve_sitter(Sitter(photos, known=(KnownDistance("ex_l", "ex_r", mm),)))
    assert loose.doubt.other_chance > 0.5
    assert abs(loose.doubt.other_size - 1.0) > 0.04
    assert abs(held.doubt.other_size - 1.0) < 0.3 * abs(loose.doubt.other_size - 1.0)
    assert held.scale_spread < 0.4 * loose.scale_spread


def test_doubt_of_age_is_kept_with_the_portrait(portrait, tmp_path):
    rng = np.random.default_rng([73, 1])
    sitter, found = solve_sitter(Sitter(photographed(rng, child(rng), 3).photos))
    portrait.set_field("sitter", replace(sitter, photos=()), "solved")
    container.save(portrait, tmp_path / "a.yewfinch")
    kept = container.load(tmp_path / "a.yewfinch").sitter.solution.doubt
    assert kept == found.doubt
    assert kept.other_age == "child"


@pytest.mark.parametrize("seed", range(3))
def test_the_evidence_is_the_normal_density_of_marks(seed):
    """Of marks that see straight on, whose density is known in closed form."""
    rng = np.random.default_rng(seed)
    n, told = 6, 11
    mean = rng.normal(0, 40, (n, 3))
    a = rng.normal(0, 1, (3 * n, 3 * n))
    prior = HeadPrior(
        tuple("abcdef"), np.arange(n, dtype=np.int32), np.ones(n, bool), mean, a @ a.T, np.zeros(n), 0.03,
        np.zeros(3 * n),
    )  # fmt: skip
    factors = prior.start()
    look, noise = rng.normal(0, 1, (told, 3 * n)), 0.7
    points = mean.copy()  # lies on the mean, so that laying it on changes nothing
    measured = look @ points.ravel() + rng.normal(0, 2, told)
    information = look.T @ look / noise**2
    values, vectors = np.linalg.eigh(information)
    keep = values > 1e-9 * values[-1]
    root = vectors[:, keep] * np.sqrt(values[keep])
    pull = look.T @ (measured - look @ points.ravel()) / noise**2
    marks = other_age._Marks(points, root, vectors[:, keep].T @ pull / np.sqrt(values[keep]))
    held = other_age.FIRMNESS / 2 * (np.log(other_age._FACTORS) + 1 / other_age._FACTORS)

    def density(scale):
        spread = [scale * (f * prior.shape) + prior.covariance(factors) - prior.shape for f in other_age._FACTORS]
        return max(
            multivariate_normal(look @ mean.ravel(), look @ s @ look.T + noise**2 * np.eye(told)).logpdf(measured) - h
            for s, h in zip(spread, held, strict=True)
        )

    other = replace(prior, shape=4.0 * prior.shape)
    found = other_age._evidence(marks, other, factors) - other_age._evidence(marks, prior, factors)
    assert found == pytest.approx(density(4.0) - density(1.0), abs=1e-6)
