"""The joint solve: against known truth, against scipy, and against bad clicks."""

from dataclasses import replace

import numpy as np
import pytest
from scipy.optimize import least_squares
from scipy.spatial.transform import Rotation
from scipy.stats import multivariate_normal

from yewfinch.core.anatomy.figure.people import people
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.shared.errors import CancelledError, CannotSolveError
from yewfinch.core.sitter import bundle, joint
from yewfinch.core.sitter.alignment import procrustes
from yewfinch.core.sitter.digest import digest
from yewfinch.core.sitter.head_prior import head_prior
from yewfinch.core.sitter.joint import solve_sitter
from yewfinch.core.sitter.photo import KnownDistance, Sitter
from yewfinch.core.sitter.settle import mark_tests, spread_in_photo
from yewfinch.demo.random_sitters import invented


def compared(made, found):
    """Landmarks found and true, both in the true frame, and the covariance of what is left."""
    seen = [k for k in found.keys if k in found.seen]
    x = np.array([found.points[found.index(k)] for k in seen])
    y = np.array([made.landmarks[k] for k in seen])
    lay = procrustes(x, y)
    index = np.concatenate([3 * found.index(k) + np.arange(3) for k in seen])
    modes = np.zeros((len(index), 6))
    for a in range(3):
        modes[a::3, a] = 1
        modes[:, 3 + a] = np.cross(np.eye(3)[a], x).ravel()
    take = np.eye(len(index)) - modes @ np.linalg.solve(modes.T @ modes, modes.T)
    covariance = take @ found.covariance[np.ix_(index, index)] @ take.T
    return seen, (lay.to_sitter(x) - y) @ lay.rotation, covariance


def test_errors_are_as_large_as_the_solve_says():
    # normalised squared error per degree of freedom: 1 if neither boastful nor timid
    rng = np.random.default_rng(41)
    normal = []
    for _ in range(6):
        made = invented(rng, 3, noise=float(rng.uniform(0.5, 2)))
        _, found = solve_sitter(made.sitter)
        seen, error, covariance = compared(made, found)
        part = np.linalg.pinv(covariance, rcond=1e-9, hermitian=True)
        normal.append(error.ravel() @ part @ error.ravel() / (3 * len(seen) - 6))
    assert 0.6 < np.mean(normal) < 1.6
    assert max(normal) < 3


def test_ten_photos_find_the_form_to_half_a_millimetre():
    rng = np.random.default_rng(5)
    made = invented(rng, 10, noise=1.0)
    solved, found = solve_sitter(made.sitter)
    seen = [k for k in found.keys if len(found.seen.get(k, ())) >= 3]
    x = np.array([found.points[found.index(k)] for k in seen])
    y = np.array([made.landmarks[k] for k in seen])
    lay = procrustes(x, y, scaled=True)
    assert np.median(np.linalg.norm(lay.to_sitter(x) - y, axis=1)) < 0.5
    for photo, camera in zip(solved.photos, made.cameras, strict=True):
        turn = np.array(photo.standpoint.rotation).reshape(3, 3) @ lay.rotation.T @ camera.rotation.T
        assert np.degrees(np.linalg.norm(Rotation.from_matrix(turn).as_rotvec())) < 2.0
        # a long lens that the photo does not tell stays unsure, and says so
        said = found.fit(photo.id).lens_spread
        assert abs(np.log(photo.standpoint.focal / camera.focal)) < 3.5 * said + 0.01
        assert said < 0.25


def test_the_size_is_uncertain_until_something_measures_it():
    made = invented(np.random.default_rng(6), 4)
    _, free = solve_sitter(made.sitter)
    true = np.linalg.norm(made.landmarks["ex_l"] - made.landmarks["ex_r"])
    _, held = solve_sitter(replace(made.sitter, known=(KnownDistance("ex_l", "ex_r", true, 0.3),)))
    assert 0.02 < free.scale_spread < 0.06
    assert held.scale_spread < 0.012
    assert "how large heads are" in free.scale_source
    assert "a known distance" in held.scale_source
    got = np.linalg.norm(held.points[held.index("ex_l")] - held.points[held.index("ex_r")])
    assert got == pytest.approx(true, abs=1.0)


def test_an_iris_of_11_7_mm_sets_the_scale():
    # visible iris 11.71 (0.42) mm: Ruefer et al. 2005, Cornea 24:259
    made = invented(np.random.default_rng(9), 4)
    photos = []
    for photo, camera in zip(made.sitter.photos, made.cameras, strict=True):
        spans = {}
        for side in ("l", "r"):
            if f"p_{side}" in photo.marks:
                reach = camera.rotation[0] * 11.71 / 2
                a, b = camera.project([made.landmarks[f"p_{side}"] - reach, made.landmarks[f"p_{side}"] + reach])
                spans[f"iris_{side}"] = (*map(float, a), *map(float, b))
        photos.append(replace(photo, spans=spans))
    _, free = solve_sitter(made.sitter)
    _, found = solve_sitter(Sitter(tuple(photos)))
    assert "iris" in found.scale_source
    assert found.scale_spread < free.scale_spread
    seen, _, _ = compared(made, found)
    x = np.array([found.points[found.index(k)] for k in seen])
    y = np.array([made.landmarks[k] for k in seen])
    scale = procrustes(x, y, scaled=True).scale
    assert abs(scale - 1) < 2.5 * found.scale_spread


def spoilt(sitter, photo, **marks):
    photos = list(sitter.photos)
    photos[photo] = replace(photos[photo], marks={**photos[photo].marks, **marks})
    return replace(sitter, photos=tuple(photos))


def test_one_mark_forty_pixels_off_is_named_and_does_not_bend_the_rest():
    made = invented(np.random.default_rng(3), 3)
    _, clean = solve_sitter(made.sitter)
    x, y = made.sitter.photos[1].marks["prn"]
    _, found = solve_sitter(spoilt(made.sitter, 1, prn=(x + 28, y - 29)))
    assert [(b.photo, b.key, b.swapped) for b in found.bad] == [("p1", "prn", False)]
    assert found.bad[0].pixels == pytest.approx(40, abs=6)
    assert np.hypot(found.bad[0].expected[0] - x, found.bad[0].expected[1] - y) < 6
    assert "40 px" in found.bad[0].words() or abs(found.bad[0].pixels - 40) < 6
    assert "p1" not in found.seen["prn"]
    moved = np.linalg.norm(found.points - clean.points, axis=1)
    assert np.median(moved) < 0.5


def test_exchanged_sides_of_one_pair_are_named():
    made = invented(np.random.default_rng(12), 3)
    photo = next(i for i, p in enumerate(made.sitter.photos) if {"en_l", "en_r"} <= set(p.marks))
    marks = made.sitter.photos[photo].marks
    _, found = solve_sitter(spoilt(made.sitter, photo, en_l=marks["en_r"], en_r=marks["en_l"]))
    assert {(b.key, b.swapped) for b in found.bad} == {("en_l", True), ("en_r", True)}
    assert "exchanged" in found.bad[0].words()


def test_a_photo_with_all_sides_exchanged_is_named_and_still_used():
    made = invented(np.random.default_rng(6), 3)
    i = int(np.argmin([abs(c.rotation[2, 0]) for c in made.cameras]))  # the one nearest to the front
    photos = list(made.sitter.photos)
    wrong = {LANDMARKS[k].twin: m for k, m in photos[i].marks.items()}
    photos[i] = replace(photos[i], marks=wrong)
    solved, found = solve_sitter(Sitter(tuple(photos)))
    assert [f.photo for f in found.fits if f.swapped] == [photos[i].id]
    assert solved.photos[i].standpoint.focal == pytest.approx(made.cameras[i].focal, rel=0.2)


def test_random_bad_clicks_are_found_and_good_ones_left():
    rng = np.random.default_rng(77)
    wrong = missed = false = marks = 0
    for _ in range(5):
        made = invented(rng, 4, noise=float(rng.uniform(0.5, 2)), spoilt=0.7)
        _, found = solve_sitter(made.sitter)
        named = {(b.photo, b.key) for b in found.bad}
        wrong += len(made.bad)
        missed += len(made.bad - named)
        false += len(named - made.bad)
        marks += sum(len(p.marks) for p in made.sitter.photos)
    assert wrong >= 6
    assert missed <= 0.1 * wrong
    assert false < 0.01 * marks


def test_one_photo_says_how_little_it_knows():
    made = invented(np.random.default_rng(12), 1)
    _, found = solve_sitter(made.sitter)
    assert "One photo says little" in found.words()
    assert found.spread("prn") > 1.0


def test_hidden_marks_are_not_used_and_guessed_ones_count_less():
    made = invented(np.random.default_rng(13), 3)
    first = made.sitter.photos[0]
    key = next(iter(first.marks))
    hidden = made.sitter.replaced(first.rated(key, "hidden"))
    _, found = solve_sitter(hidden)
    assert first.id not in found.seen.get(key, ())
    x, y = first.marks[key]
    off = replace(first, marks={**first.marks, key: (x + 6, y)})
    _, sure = solve_sitter(made.sitter.replaced(off))
    _, unsure = solve_sitter(made.sitter.replaced(off.rated(key, "guessed")))
    _, clean = solve_sitter(made.sitter)
    at = clean.index(key)
    assert (
        np.linalg.norm(unsure.points[at] - clean.points[at]) < np.linalg.norm(sure.points[at] - clean.points[at]) + 0.02
    )


def test_a_cut_out_finds_its_middle():
    made = invented(np.random.default_rng(16), 3)
    first = made.sitter.photos[0]
    cut = replace(
        first, width=first.width - 300, marks={k: (x - 300, y) for k, (x, y) in first.marks.items()}, cut=True,
        lens=None,
    )  # fmt: skip
    solved, _ = solve_sitter(made.sitter.replaced(cut))
    told, _ = solve_sitter(made.sitter.replaced(replace(cut, lens=20.0)))  # of the whole photo: of no use here
    assert told.photos[0].standpoint.focal == pytest.approx(solved.photos[0].standpoint.focal, rel=1e-6)
    middle = solved.photos[0].standpoint.centre
    assert middle[0] < (cut.width / 2) - 40  # towards the true middle, 150 px left of the cut-out's own


def test_what_cannot_be_solved_is_said():
    with pytest.raises(CannotSolveError, match="No photo has marks"):
        solve_sitter(Sitter())
    made = invented(np.random.default_rng(16), 2)
    few = replace(made.sitter.photos[0], marks=dict(list(made.sitter.photos[0].marks.items())[:4]))
    with pytest.raises(CannotSolveError, match="4 landmarks are marked"):
        solve_sitter(Sitter((few,)))
    _, found = solve_sitter(Sitter((few, made.sitter.photos[1])))
    assert "4 landmarks" in found.left_out[few.id]


def test_it_can_be_cancelled():
    made = invented(np.random.default_rng(17), 2)

    def stop(_fraction, _text):
        raise CancelledError("stop")

    with pytest.raises(CancelledError):
        solve_sitter(made.sitter, stop)


def test_the_stamp_changes_with_what_matters_only():
    made = invented(np.random.default_rng(18), 2)
    s = made.sitter
    assert digest(s) == digest(replace(s, photos=(replace(s.photos[0], name="x", note="y", turn=90.0), s.photos[1])))
    assert digest(s) != digest(s.replaced(s.photos[0].marked("prn", (1.0, 2.0))))
    assert digest(s) != digest(replace(s, kind="man"))


# --- the numbers behind it ---------------------------------------------------------------------


@pytest.fixture(scope="module")
def problem():
    made = invented(np.random.default_rng(21), 3, most=16)
    photos = tuple(
        replace(p, spans={"iris_l": (500.0, 500.0, 545.0, 501.0)}, cut=i == 2, mouth_open=i == 1)
        for i, p in enumerate(made.sitter.photos)
    )
    sitter = replace(made.sitter, photos=photos, known=(KnownDistance("ex_l", "ex_r", 90.0, 0.5),))
    spread = people("any")
    entries, _ = joint.enter(sitter, spread, lambda _f, _t: None)
    prior = head_prior(spread, {k for e in entries for k in e.keys})
    found, state, _ = joint.pose_problem(entries, prior, sitter)
    factors = prior.start()
    precision = np.linalg.inv(prior.covariance(factors))
    by_shape, size_spread = prior.size(factors, precision)
    n = len(prior.seen)
    rng = np.random.default_rng(1)
    lines = bundle.Lines(
        np.sort(rng.integers(0, 3, 9)),
        prior.mean[prior.seen][rng.integers(0, n, 9)] + rng.normal(0, 5, (9, 3)),
        np.einsum("rn,cd->rcnd", rng.dirichlet(np.ones(n), 9), np.eye(3)).reshape(9, 3, 3 * n),
        np.array([(np.cos(a), np.sin(a)) for a in rng.uniform(0, 6, 9)]),
        rng.uniform(300, 800, (9, 2)),
        rng.uniform(1, 3, 9),
    )
    return replace(found, precision=precision, size_by_shape=by_shape, size_spread=size_spread, lines=lines), state


def stepped(problem, state, step):
    """The state after a step of all parameters in a row; held ones stay."""
    held, held_shared = problem.held()
    k, p = held.shape
    cameras, shared = step[: k * p].reshape(k, p), step[k * p :]
    return state.moved(np.where(held, 0.0, cameras), np.where(held_shared, 0.0, shared))


def test_slopes_equal_differences(problem):
    prob, state = problem
    rng = np.random.default_rng(0)
    k, p, q = prob.cameras, prob.camera_size, prob.shared_size
    state = stepped(prob, state, rng.normal(0, 1e-2, k * p + q))
    found, other = bundle.slopes(prob, state), bundle.rows(prob, state)
    dense = np.zeros((len(found), 2, k * p + q))
    for m, (photo, landmark) in enumerate(zip(prob.photo, prob.landmark, strict=True)):
        dense[m][:, photo * p : photo * p + p] = found[m, :, :p]
        dense[m][:, k * p + 3 * landmark : k * p + 3 * landmark + 3] = found[m, :, p:]
    rows = np.zeros((len(other.error), k * p + q))
    rows[:, k * p :] = other.by_shared
    for r, camera in enumerate(other.camera):
        if camera >= 0:
            rows[r, camera * p : camera * p + p] = other.by_camera[r]
    held = np.concatenate([h.ravel() for h in prob.held()])
    for i in rng.choice(np.flatnonzero(~held), 60, replace=False):
        step = np.zeros(k * p + q)
        step[i] = 1e-5
        up, down = stepped(prob, state, step), stepped(prob, state, -step)
        np.testing.assert_allclose(
            dense[:, :, i], (bundle.residuals(prob, up) - bundle.residuals(prob, down)) / 2e-5, rtol=1e-4, atol=3e-4
        )
        np.testing.assert_allclose(
            rows[:, i], (bundle.rows(prob, up).error - bundle.rows(prob, down).error) / 2e-5, rtol=1e-4, atol=3e-4
        )


def test_the_bundle_equals_an_independent_formulation_in_scipy(problem):
    # reference: scipy.optimize.least_squares on rotation vectors and whitened landmarks, with
    # numerical derivatives; scipy.spatial.transform for the rotations
    prob, state = problem
    k, n = prob.cameras, len(prob.mean)
    nothing = np.zeros_like(prob.express_spread)
    prob = replace(
        prob,
        iris=np.zeros((0, 4)),
        known=np.array([[0.0, 2.0, 90.0, 0.5]]),
        centre_spread=np.zeros(k),
        express_spread=nothing,
        lines=None,
    )
    mine = bundle.adjust(prob, state, np.ones(len(prob.seen)), robust=False, exact=1e-12)
    root = np.linalg.cholesky(np.linalg.inv(prob.precision))

    def residual(v):
        cams, points, size = v[: 7 * k].reshape(k, 7), prob.mean + (root @ v[7 * k : -1]).reshape(-1, 3), v[-1]
        turn = Rotation.from_rotvec(cams[:, :3])
        turned = turn[prob.photo].apply(points[prob.landmark]) + cams[prob.photo, 3:6]
        seen = turned[:, :2] / turned[:, 2:] * np.exp(cams[prob.photo, 6])[:, None] + prob.centre[prob.photo]
        marks = ((seen - prob.seen) / prob.spread[:, None]).ravel()
        lens = (cams[:, 6] - prob.log_focal) / prob.log_focal_spread
        depth = turn.apply(prob.mean.mean(axis=0))[:, 2] + cams[:, 5]
        away = (np.log(depth * np.exp(size)) - prob.log_distance) / prob.log_distance_spread
        head = (size - prob.size_by_shape @ (points - prob.mean).ravel()) / prob.size_spread
        known = (np.exp(size) * np.linalg.norm(points[0] - points[2]) - 90.0) / 0.5
        return np.concatenate([marks, lens, away, [head, known], v[7 * k : -1]])

    start = np.zeros(7 * k + 3 * n + 1)
    for i in range(k):
        start[7 * i : 7 * i + 3] = Rotation.from_matrix(state.rotation[i]).as_rotvec()
        start[7 * i + 3 : 7 * i + 6] = state.shift[i]
        start[7 * i + 6] = state.log_focal[i]
    theirs = least_squares(residual, start, x_scale="jac", xtol=1e-12, ftol=1e-12, max_nfev=60)
    cams, points = theirs.x[: 7 * k].reshape(k, 7), prob.mean + (root @ theirs.x[7 * k : -1]).reshape(-1, 3)
    assert bundle.cost(prob, mine, np.ones(len(prob.seen)), robust=False) == pytest.approx(2 * theirs.cost, rel=1e-4)
    np.testing.assert_allclose(mine.points, points, atol=0.05)
    np.testing.assert_allclose(mine.log_focal, cams[:, 6], atol=1e-3)
    assert mine.log_size == pytest.approx(theirs.x[-1], abs=1e-3)
    # covariances of landmarks, size and cameras: from scipy's Jacobian
    whole = bundle.covariance(prob, mine, np.ones(len(prob.seen)))
    inverse = np.linalg.inv(theirs.jac.T @ theirs.jac)
    land = root @ inverse[7 * k : -1, 7 * k : -1] @ root.T
    np.testing.assert_allclose(np.sqrt(np.diag(whole.points)), np.sqrt(np.diag(land)), rtol=0.02)
    assert np.sqrt(whole.shared[-2, -2]) == pytest.approx(np.sqrt(inverse[-1, -1]), rel=0.02)
    for i in range(k):
        theirs_own = np.sqrt(np.diag(inverse)[7 * i + 3 : 7 * i + 7])
        np.testing.assert_allclose(np.sqrt(np.diag(whole.cameras[i])[3:7]), theirs_own, rtol=0.03)


def test_testing_a_mark_equals_solving_without_it(problem):
    # Baarda's test on a used mark against the test on the same mark left out
    prob, state = problem
    prob = replace(prob, lines=None)
    every = np.ones(len(prob.seen))
    state = bundle.adjust(prob, state, every, robust=False)
    whole = bundle.covariance(prob, state, every)
    used, leverage, limit = mark_tests(prob, state, every, whole)
    worst = int(np.argmax(used))
    without = every.copy()
    without[worst] = 0.0
    other = bundle.adjust(prob, state, without, robust=False)
    left, _, limit_left = mark_tests(prob, other, without, bundle.covariance(prob, other, without))
    assert left[worst] == pytest.approx(used[worst], rel=0.15)  # to first order
    assert limit_left[worst] == pytest.approx(limit[worst], rel=0.1)
    assert ((leverage > 0) & (leverage < 2)).all()


def test_a_click_is_gross_where_a_gross_one_is_likelier(problem):
    # SciPy's densities at the limit: 49 good clicks of 50, normal about the prediction, against one of 50 anywhere
    # within 30 mm
    prob, state = problem
    prob = replace(prob, lines=None, spread=prob.spread * np.where(np.arange(len(prob.spread)) % 2, 3.0, 1.0))
    keep = np.ones(len(prob.seen))
    keep[::7] = 0.0
    state = bundle.adjust(prob, state, keep, robust=False)
    whole = bundle.covariance(prob, state, keep)
    _, _, limit = mark_tests(prob, state, keep, whole)
    block = spread_in_photo(bundle.slopes(prob, state), prob.photo, prob.landmark, whole)
    held = 0
    for m in np.flatnonzero(keep == 0):
        covariance = block[m] + prob.spread[m] ** 2 * np.eye(2)
        away = np.sqrt(limit[m]) * np.linalg.cholesky(covariance)[:, 0]  # so far by the covariance's own measure
        good = 0.98 * multivariate_normal([0, 0], covariance).pdf(away)
        j, k = prob.landmark[m], prob.photo[m]
        depth = state.rotation[k, 2] @ state.points[j] + state.shift[k, 2]
        gross = 0.02 / (np.pi * (30.0 * np.exp(state.log_focal[k]) / depth) ** 2)
        if 16.0 < limit[m] < 18.0:
            assert good == pytest.approx(gross, rel=0.2)  # a slope's scale is a little less than that across the view
        else:
            held += 1
            assert (good < gross) == (limit[m] == 16.0)
    assert 0 < held < (keep == 0).sum()
