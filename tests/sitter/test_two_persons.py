"""Photos of two persons in one portrait.

What one photo is worth under a head is checked against the bundle adjustment, which finds it another way: by Newton's
method on all parameters and the determinant of their normal matrix. Heads and cameras come from
`benchmarks.other_heads`.
"""

from dataclasses import replace
from itertools import combinations

import numpy as np
import pytest
from scipy.stats import multivariate_normal

from benchmarks.other_heads import exchanged, other_head, photographed
from benchmarks.sitters import own
from yewfinch.core.anatomy.figure.people import people
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.shared.positive import inverse
from yewfinch.core.shared.progress import silent
from yewfinch.core.sitter import bundle
from yewfinch.core.sitter.group_heads import GroupHead, GroupHeads, only
from yewfinch.core.sitter.head_prior import head_prior
from yewfinch.core.sitter.joint import _Solve, enter, pose_problem, solve_sitter
from yewfinch.core.sitter.moods import WIDEST
from yewfinch.core.sitter.one_photo import fit, marks_of
from yewfinch.core.sitter.parting import parted
from yewfinch.core.sitter.photo import Sitter
from yewfinch.core.sitter.settle import settle


def settled(photos):
    """Problem, solution and prior of photos as one person's."""
    sitter = Sitter(tuple(photos))
    spread = people(sitter.kind, sitter.age, sitter.years)
    entries, _ = enter(sitter, spread, silent)
    prior = head_prior(spread, {k for e in entries for k in e.keys})
    problem, state, kind = pose_problem(entries, prior, sitter)
    return problem, settle(problem, state, prior, kind, silent), prior


def mixed(rng, first, second, mine, others, **how):
    a = photographed(rng, first, mine, **how).photos
    b = [replace(p, id=f"q{p.id}", name=f"q{p.id}") for p in photographed(rng, second, others, **how).photos]
    return [*a, *b], {p.id for p in b}


def laplace(problem, state):
    """The same by Newton's method on all parameters and the determinant of their normal matrix."""
    every = np.ones(len(problem.seen))
    found = bundle.adjust(problem, state, every, robust=True, steps=30, exact=1e-7)
    square = (bundle.residuals(problem, found) ** 2).sum(axis=1) / problem.spread**2
    normal = bundle.normal_equations(problem, found, 6.0 / (4.0 + square))
    dense = np.block([[normal.cameras[0], normal.between[0]], [normal.between[0].T, normal.shared]])
    moves = problem.express_spread[problem.express_spread > 0]
    cost = bundle.cost(problem, found, every, robust=True) + 4.0 * np.log(problem.spread).sum()
    logs = np.linalg.slogdet(dense)[1] - np.linalg.slogdet(problem.precision)[1] + 2.0 * np.log(moves).sum()
    return -0.5 * (cost + logs)


@pytest.mark.parametrize("express", [0.0, 1.0])
def test_worth_of_a_photo_is_that_of_the_bundle_adjustment(express):
    rng = np.random.default_rng(1)
    problem, found, prior = settled(photographed(rng, own(rng), 3).photos)
    usual = prior.covariance(prior.start())
    near = inverse(inverse(usual) + 4.0 * np.eye(len(usual)))
    heads = [(prior.mean[prior.seen], usual), (found.state.points, near), (found.state.points * 1.02 + 1.0, 0.3 * near)]
    problem = replace(problem, express_spread=np.tile(express * WIDEST, (3, 1)))
    for photo in range(3):
        mine, theirs = [], []
        for head, covariance in heads:
            mine.append(
                fit(marks_of(problem, found.state, photo), head, covariance, express * WIDEST, 1.0, 1e-3).evidence
            )
            part, start = only(problem, found.state, [photo], head, inverse(covariance))
            if not express:
                part = replace(part, express_spread=np.zeros_like(part.express_spread))
            theirs.append(laplace(part, start))
        gaps, expected = np.diff(mine), np.diff(theirs)
        assert np.abs(expected).max() > 8.0
        np.testing.assert_allclose(gaps, expected, atol=0.5 + 0.03 * np.abs(expected).max())


def test_noise_of_one_photo_is_found_and_held_near_the_usual_one():
    rng = np.random.default_rng(2)
    photos = list(photographed(rng, own(rng), 4).photos)
    photos[0] = replace(
        photos[0], marks={k: (x + rng.normal(0, 4), y + rng.normal(0, 4)) for k, (x, y) in photos[0].marks.items()}
    )
    problem, found, prior = settled(photos)
    heads = GroupHeads(replace(problem, precision=inverse(prior.covariance(prior.start()))), found.state)
    group = heads([1, 2, 3])
    noisy = fit(marks_of(problem, found.state, 0), group.points, group.covariance, 0 * WIDEST, group.noise, 1.0)
    held = fit(marks_of(problem, found.state, 0), group.points, group.covariance, 0 * WIDEST, group.noise, 0.1)
    clean = fit(marks_of(problem, found.state, 1), *heads([2, 3]).without(2), 0 * WIDEST, group.noise, 1.0)
    assert noisy.noise > 2.5 * clean.noise
    assert held.noise < 0.8 * noisy.noise
    assert noisy.evidence > held.evidence


def test_a_head_without_a_photo_is_that_of_the_others():
    rng = np.random.default_rng(3)
    problem, found, prior = settled(photographed(rng, other_head(rng), 6).photos)
    heads = GroupHeads(replace(problem, precision=inverse(prior.covariance(prior.start()))), found.state)
    whole, rest = heads(range(6)), heads([1, 2, 3, 4, 5])
    points, covariance = whole.without(0)
    spread = np.sqrt(np.diag(rest.covariance)).reshape(-1, 3)
    moved = np.abs(rest.points - whole.points) / spread
    assert moved.max() > 0.8
    assert np.median(np.abs(points - rest.points) / spread) < 0.1
    assert 0.9 < np.median(np.diag(covariance) / np.diag(rest.covariance)) < 1.1
    # the same prior, put beside it instead of being in it
    precision = inverse(prior.covariance(prior.start()))
    again, spread_again = whole.beside(problem.mean, precision, 0)
    np.testing.assert_allclose(again, points, atol=0.3 * spread.max())
    np.testing.assert_allclose(np.diag(spread_again), np.diag(covariance), rtol=0.05)


def test_parting_to_first_order_is_the_evidence_of_two_heads():
    """Against SciPy's density of what the photos say, heads left out of it, for every way to part six photos."""
    rng = np.random.default_rng(4)
    half = rng.normal(size=(12, 12))
    people_differ = half @ half.T
    one, other = half @ rng.normal(size=(2, 12, 1))
    slopes = [rng.normal(0.0, 0.5, (9, 12)) for _ in range(6)]
    said = [j @ (other if i in (1, 4) else one).ravel() + rng.normal(size=9) for i, j in enumerate(slopes)]
    head = GroupHead(
        np.zeros((4, 3)), np.eye(12), 1.0, {i: j.T @ j for i, j in enumerate(slopes)},
        {i: j.T @ y for i, (j, y) in enumerate(zip(slopes, said, strict=True))},
    )  # fmt: skip

    def evidence(group):
        j = np.concatenate([slopes[i] for i in group])
        y = np.concatenate([said[i] for i in group])
        return multivariate_normal(np.zeros(len(y)), j @ people_differ @ j.T + np.eye(len(y))).logpdf(y)

    every = tuple(range(6))
    gains = {
        group: evidence(group) + evidence(set(every) - set(group)) - evidence(every)
        for size in (1, 2, 3)
        for group in combinations(every, size)
    }
    best = max(gains, key=gains.get)
    gain, found = parted(head, people_differ)
    assert best == (1, 4)
    assert found in (frozenset(best), frozenset(every) - frozenset(best))
    assert gain == pytest.approx(gains[best], rel=1e-6)


def test_noisy_clicks_part_one_person_from_another_and_not_from_himself():
    for seed in range(3):
        rng = np.random.default_rng([15, seed])
        for first, second in ((own(rng), own(rng)), (other_head(rng), None)):
            photos, others = mixed(rng, first, first if second is None else second, 5, 5, noise=3.0)
            problem, found, prior = settled(photos)
            index = prior.coordinates
            heads = GroupHeads(replace(problem, precision=inverse(prior.covariance(prior.start()))), found.state)
            gain, group = parted(heads(range(10)), 2.0 * prior.shape[np.ix_(index, index)])
            named = {photos[i].id for i in group}
            if second is None:
                assert gain < 0.0
            else:
                assert gain > 5.0
                assert named in (others, {p.id for p in photos} - others)


@pytest.mark.parametrize("mine, others", [(3, 1), (4, 4)])
def test_two_persons_are_named(mine, others):
    named = 0
    for seed in range(3):
        rng = np.random.default_rng([10, mine, others, seed])
        make = own if seed % 2 else other_head
        photos, second = mixed(rng, make(rng), make(rng), mine, others)
        solved, found = solve_sitter(Sitter(tuple(photos)))
        told = set(found.doubt.strangers)
        if told:
            first = {p.id for p in photos} - second
            assert told in ((second, first) if mine == others else (second,))
            named += 1
            for i in told:
                assert "another person" in found.left_out[i]
                assert solved.photo(i).standpoint is None
            assert "two persons" in " ".join(found.warnings({}))
    assert named >= 2


def test_two_persons_marked_by_a_hand_that_means_landmarks_differently_are_named():
    named = 0
    for seed in range(5):
        rng = np.random.default_rng([11, seed])
        off = {k: rng.normal(0, 2.5, 3) for k in LANDMARKS}
        first, second = ({k: p + off[k] for k, p in own(rng).items()} for _ in range(2))
        photos, strangers = mixed(rng, first, second, 4, 1)
        _, found = solve_sitter(Sitter(tuple(photos)))
        assert set(found.doubt.strangers) <= strangers
        named += set(found.doubt.strangers) == strangers
    assert named >= 3


def test_one_person_is_not_taken_for_two():
    for seed in (0, 3):
        rng = np.random.default_rng([12, seed])
        make = own if seed % 2 else other_head
        for how in ({}, {"noise": 3.0, "gross": 1.0}):
            photos = list(photographed(rng, make(rng), 2 + seed, **how).photos)
            if seed > 2 and not how:  # one photo is blurred: each mark is 3 pixels off
                photos[0] = replace(
                    photos[0],
                    marks={k: (x + rng.normal(0, 3), y + rng.normal(0, 3)) for k, (x, y) in photos[0].marks.items()},
                )
            _, found = solve_sitter(Sitter(tuple(photos)))
            assert found.doubt.strangers == ()


def test_an_exchanged_photo_is_turned_round_and_not_taken_for_another_person():
    rng = np.random.default_rng(13)
    photos = list(photographed(rng, own(rng), 4).photos)
    photos[2] = exchanged(photos[2])
    _, found = solve_sitter(Sitter(tuple(photos)))
    assert found.doubt.strangers == ()
    assert [f.photo for f in found.fits if f.swapped] == [photos[2].id]


def test_a_camera_that_went_astray_is_placed_anew():
    rng = np.random.default_rng([14, 3])
    session = photographed(rng, other_head(rng), 4, noise=3.0, gross=2.0, most=24)
    sitter = Sitter(session.photos)
    spread = people(sitter.kind, sitter.age, sitter.years)
    entries, _ = enter(sitter, spread, silent)
    pose = entries[0].sighting.pose
    behind = pose.rotation @ np.diag([-1.0, 1.0, -1.0])  # the camera begins behind the head
    shift = pose.shift + (pose.rotation - behind) @ (0.0, 0.0, 60.0)
    wrong = replace(entries[0].sighting, pose=replace(pose, rotation=behind, shift=shift))
    found = (
        _Solve(spread, sitter, silent)
        .sides_decided([replace(entries[0], sighting=wrong, other=None), *entries[1:]])
        .found
    )
    turn = found.state.rotation[0].T @ session.shots[0].rotation
    assert np.degrees(np.arccos((np.trace(turn) - 1) / 2)) < 15
    assert (found.keep[found.problem.photo == 0] == 0).mean() < 0.15
