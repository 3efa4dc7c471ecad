"""Size apart from shape, factors that are found, and landmarks that no photo shows."""

from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.anatomy.figure.people import people
from yewfinch.core.anatomy.lore.landmarks import GUIDED, REGIONS, region_of
from yewfinch.core.sitter.head_prior import MOST, HeadPrior, head_prior

SEEN = set(GUIDED[:30])


@pytest.fixture(scope="module")
def prior():
    return head_prior(people("any"), SEEN)


def sized(prior: HeadPrior, points):
    """Size of a head by projection on the mean one, about the middle of the seen landmarks."""
    mean = prior.mean[prior.seen] - prior.mean[prior.seen].mean(axis=0)
    some = points[prior.seen] - points[prior.seen].mean(axis=0)
    return (some * mean).sum() / (mean**2).sum()


def test_size_and_shape_are_those_of_random_heads(prior):
    # judge: heads drawn from the spread, divided by their size one by one
    spread = people("any")
    rng = np.random.default_rng(4)
    values, vectors = np.linalg.eigh(spread.covariance)
    drawn = spread.mean + (rng.normal(size=(4000, len(values))) * np.sqrt(np.maximum(values, 0)) @ vectors.T).reshape(
        4000, -1, 3
    )
    sizes = np.array([sized(prior, h) for h in drawn])
    assert np.log(sizes).std() == pytest.approx(prior.size_spread, rel=0.05)
    middle = drawn[:, prior.seen].mean(axis=1, keepdims=True)
    one_size = (drawn - middle) / sizes[:, None, None] + middle
    away = (one_size - one_size.mean(axis=0)).reshape(len(drawn), -1)
    got, want = np.sqrt(np.diag(prior.shape)), away.std(axis=0)
    np.testing.assert_allclose(got, want, rtol=0.06, atol=0.05)


def test_the_shape_says_nothing_of_size_and_size_is_held(prior):
    covariance = prior.covariance(prior.start())
    mean = prior.mean[prior.seen]
    way = (mean - mean.mean(axis=0)).ravel()
    way /= np.linalg.norm(way)
    assert way @ covariance @ way < 1e-3  # mm squared: a hundredth of a percent of the size
    assert np.linalg.eigvalsh(covariance).min() > 0


def test_the_stranger_the_shape_the_less_it_says_of_size(prior):
    spreads = []
    for factor in (1.0, 4.0, 50.0):
        factors = replace(prior.start(), shape=factor, placing=factor)
        by_shape, spread = prior.size(factors, np.linalg.inv(prior.covariance(factors)))
        spreads.append(spread)
    assert spreads[0] < 0.75 * spreads[1] < 0.8 * spreads[2]
    assert spreads[2] == pytest.approx(prior.size_spread, rel=0.01)
    assert np.abs(by_shape).max() < 1e-4


def found(prior, points, rounds=40):
    """Factors for points that are known exactly."""
    factors, n = prior.start(), points.size
    for _ in range(rounds):
        precision = np.linalg.inv(prior.covariance(factors))
        factors = prior.given_way(factors, precision, points, 1e-6 * np.eye(n), np.full(n // 3, 3))
    return factors


def drawn_shape(prior, rng, shape, placing):
    index = prior.coordinates
    values, vectors = np.linalg.eigh(prior.shape[np.ix_(index, index)])
    head = prior.mean[prior.seen] + np.sqrt(shape) * (
        vectors @ (rng.normal(size=len(values)) * np.sqrt(np.maximum(values, 0)))
    ).reshape(-1, 3)
    return head + np.sqrt(placing) * rng.normal(size=head.shape) * prior.placing[:, None]


@pytest.mark.parametrize(("shape", "placing"), [(1.0, 1.0), (6.0, 1.0), (1.0, 6.0)])
def test_factors_are_found_from_one_head(prior, shape, placing):
    rng = np.random.default_rng(5)
    got = np.array(
        [[f.shape, f.placing] for f in (found(prior, drawn_shape(prior, rng, shape, placing)) for _ in range(8))]
    )
    # the mean of a prior with 20 degrees of freedom at 1 and what some 90 coordinates say
    middle = np.median(got, axis=0)
    if shape > 1:
        assert 2.5 < middle[0] < 7 and middle[1] < 2.5
    elif placing > 1:
        assert 2.5 < middle[1] < 7 and middle[0] < 2.5
    else:
        assert (middle > 0.6).all() and (middle < 1.5).all()


def test_a_landmark_meant_differently_is_told_apart(prior):
    rng = np.random.default_rng(6)
    points = drawn_shape(prior, rng, 1.0, 0.3)
    at = prior.seen_keys.index("ch_l")
    points[at] += (9.0, -6.0, 0.0)
    factors = found(prior, points)
    assert factors.own[at] > 15
    assert np.delete(factors.own, at).max() < factors.own[at] / 4
    assert factors.placing < 2
    precision = np.linalg.inv(prior.covariance(prior.start()))
    assert prior.farthest(precision, points)[0] == at
    alone = prior.given_way(prior.start(), precision, points, 1e-6 * np.eye(points.size), np.ones(len(points)))
    assert (alone.own == 1.0).all()  # on one photo a wrong click looks the same


def test_factors_stay_within_limits(prior):
    far = prior.mean[prior.seen] + np.random.default_rng(7).normal(0, 500, (len(prior.seen), 3))
    factors = found(prior, far, 5)
    assert max(factors.shape, factors.placing, factors.own.max()) <= MOST


def test_unseen_landmarks_are_the_conditional_mean(prior):
    # judge: the normal distribution conditioned on many noisy draws, by regression
    factors = replace(prior.start(), placing=0.5)
    precision = np.linalg.inv(prior.covariance(factors))
    rng = np.random.default_rng(8)
    values, vectors = np.linalg.eigh(prior.shape)
    heads = rng.normal(size=(20000, len(values))) * np.sqrt(np.maximum(values, 0)) @ vectors.T
    index = prior.coordinates
    marked = heads[:, index] + rng.normal(size=(len(heads), len(index))) * np.repeat(prior.placing, 3) * np.sqrt(0.5)
    mean = prior.mean[prior.seen] - prior.mean[prior.seen].mean(axis=0)
    way = mean.ravel() / np.linalg.norm(mean)
    marked -= np.outer(marked @ way, way)
    hidden = 3 * prior.keys.index("op") + 2
    slope, *_ = np.linalg.lstsq(marked, heads[:, hidden], rcond=1e-9)
    points, gain, rest = prior.completed(factors, precision, prior.mean[prior.seen] + marked[0].reshape(-1, 3))
    away = points.ravel()[hidden] - prior.mean.ravel()[hidden]
    assert away == pytest.approx(gain[hidden] @ marked[0], abs=1e-6)
    # over all heads at once: a single one may lie far out, and which it is hangs on the processor's eigenvectors
    standard_error = np.sqrt(rest[hidden, hidden] * len(index) / len(heads))
    assert (marked @ (gain[hidden] - slope)).std() < 1.4 * standard_error
    left = heads[:, hidden] - marked @ gain[hidden]
    assert left.std() == pytest.approx(np.sqrt(rest[hidden, hidden]), rel=0.05)
    np.testing.assert_allclose(points[prior.seen], prior.mean[prior.seen] + marked[0].reshape(-1, 3))


def widened(prior, rng, part, times, count, placing=0.0):
    """Heads of one size drawn from the spread of shape, one part of which lies so many times as far from the mean."""
    values, vectors = np.linalg.eigh(prior.shape)
    heads = (rng.normal(size=(count, len(values))) * np.sqrt(np.maximum(values, 0)) @ vectors.T).reshape(count, -1, 3)
    heads[:, [region_of(k) == part for k in prior.keys]] *= times
    heads += prior.mean
    heads[:, prior.seen] += placing * rng.normal(size=(count, len(prior.seen), 3)) * prior.placing[:, None]
    middle = heads[:, prior.seen].mean(axis=1, keepdims=True)
    return (heads - middle) / np.array([sized(prior, h) for h in heads])[:, None, None] + middle


@pytest.mark.parametrize("part", ["nose", "jaw"])
def test_a_part_that_differs_more_is_found(prior, part):
    rng = np.random.default_rng(9)
    names = [name for name in REGIONS if name != "neck"]  # does not move with the skull
    got = []
    for head in widened(prior, rng, part, 3.0, 12, 1.0):
        factors = prior.start()
        points = head[prior.seen]
        for _ in range(20):
            precision = np.linalg.inv(prior.covariance(factors))
            factors = prior.parts_given_way(factors, precision, points, 1e-6 * np.eye(points.size))
        got.append([factors.parts[[region_of(k) == name for k in prior.keys]].mean() for name in names])
    middle = dict(zip(names, np.median(got, axis=0), strict=True))
    assert 3.0 < middle.pop(part) < 12.0  # of variances: 9, held towards 1
    assert max(middle.values()) < 2.0


def test_with_a_part_given_way_the_spread_is_that_of_heads_made_so(prior):
    parts = np.where([region_of(k) == "nose" for k in prior.keys], 9.0, 1.0)
    factors = replace(prior.start(), placing=1e-9, parts=parts)
    heads = widened(prior, np.random.default_rng(10), "nose", 3.0, 4000)
    away = (heads - prior.mean).reshape(len(heads), -1)
    precision = np.linalg.pinv(prior.covariance(factors), rcond=1e-9, hermitian=True)
    got = prior.covariance(factors)[np.diag_indices(len(prior.coordinates))]
    want = away[:, prior.coordinates].var(axis=0)
    np.testing.assert_allclose(np.sqrt(got), np.sqrt(want), rtol=0.07, atol=0.07)
    # one that no photo shows, from the others: by regression over the heads
    hidden = 3 * prior.keys.index("op") + 2
    slope, *_ = np.linalg.lstsq(away[:, prior.coordinates], away[:, hidden], rcond=1e-6)
    _, _, rest = prior.completed(factors, precision, prior.mean[prior.seen])
    left = away[:, hidden] - away[:, prior.coordinates] @ slope
    assert np.sqrt(rest[hidden, hidden]) == pytest.approx(left.std(), rel=0.1)
