"""Compiled loops of the sitter against plain NumPy, and the bundle's parts against differences."""

from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.sight.view import View
from yewfinch.core.sitter import _depth_kernels, _towards_kernels, bundle
from yewfinch.core.sitter.depth_map import STEP, DepthMap
from yewfinch.demo.shapes import cube_sphere

BALL = cube_sphere(10, 80.0)
CAMERA = View(35, 20, (0, 0, 0), 600, 60).camera(120, 90)


def plain_depths(surface, camera):
    """Every triangle over the whole picture, in NumPy."""
    h, w = int(camera.height), int(camera.width)
    ys, xs = np.mgrid[0:h, 0:w] + 0.5
    out = np.full((h, w), np.inf)
    for a, b, c in surface.triangles():
        corners = surface.positions[[a, b, c]].astype(float)
        p, z = camera.project(corners), camera.depths(corners)
        (x0, y0), (x1, y1), (x2, y2) = p
        area = (x1 - x0) * (y2 - y0) - (x2 - x0) * (y1 - y0)
        if abs(area) < 1e-12:
            continue
        u = ((xs - x0) * (y2 - y0) - (x2 - x0) * (ys - y0)) / area
        v = ((x1 - x0) * (ys - y0) - (xs - x0) * (y1 - y0)) / area
        inside = (u >= -1e-9) & (v >= -1e-9) & (u + v <= 1 + 1e-9)
        depth = 1 / (1 / z[0] + u * (1 / z[1] - 1 / z[0]) + v * (1 / z[2] - 1 / z[0]))
        out = np.where(inside & (depth < out), depth, out)
    return out


def test_depths_equal_a_plain_scan():
    made = DepthMap(CAMERA)
    made.draw({"ball": BALL})
    plain = plain_depths(BALL, CAMERA)
    np.testing.assert_array_equal(np.isfinite(made.depth), np.isfinite(plain))
    seen = np.isfinite(plain)
    np.testing.assert_allclose(made.depth[seen], plain[seen], rtol=1e-5)


def test_projected_rows_equal_the_cameras():
    out = np.empty((len(BALL), 3))
    c = CAMERA
    _depth_kernels.project(
        BALL.positions, 0, len(BALL), np.ascontiguousarray(c.rotation), -c.rotation @ c.position, float(c.focal),
        float(c.centre[0]), float(c.centre[1]), out,
    )  # fmt: skip
    np.testing.assert_allclose(out[:, :2] + 0.5, c.project(BALL.positions), atol=1e-6)
    np.testing.assert_allclose(1 / out[:, 2], c.depths(BALL.positions), rtol=1e-9)


def test_what_lies_behind_the_camera_is_not_drawn():
    inside = View(0, 0, (0, 0, 0), 20, 30).camera(60, 60)  # within the ball
    made = DepthMap(inside)
    made.draw({"ball": BALL})
    assert np.isfinite(made.depth).all()
    assert made.depth.min() > 1
    away = DepthMap(View(0, 0, (0, 0, 900), 300, 60).camera(60, 60))
    away.draw({"ball": BALL})  # before the camera, but off the target's far side
    assert away.depth.shape == (60, 60)


def test_edges_are_the_rim_and_steps_in_depth_only():
    made = DepthMap(CAMERA)
    made.draw({"ball": BALL})
    edges = made.edges()
    clay = np.isfinite(made.depth)
    assert edges.any()
    assert not (edges & ~clay).any()
    slope = np.abs(np.diff(np.where(clay, made.depth, np.nan), axis=0))
    assert np.nanmax(slope[:, 55:65]) < 60
    inner = edges[40:50, 55:65]
    assert not inner.any()  # the face of the ball is no edge
    assert STEP > 1


def test_several_pieces_hide_each_other():
    near = cube_sphere(8, 20.0)
    near.set_rows(np.arange(len(near), dtype=np.int32), near.positions - CAMERA.rotation[2].astype(np.float32) * 150)
    both = DepthMap(CAMERA)
    both.draw({"ball": BALL, "near": near})
    apart = np.minimum(plain_depths(BALL, CAMERA), plain_depths(near, CAMERA))
    seen = np.isfinite(apart)
    np.testing.assert_allclose(both.depth[seen], apart[seen], rtol=1e-5)
    leaves = near.set_rows(np.arange(len(near), dtype=np.int32), near.positions + np.float32([9, 0, 0]))
    both.update("near", leaves)
    apart = np.minimum(plain_depths(BALL, CAMERA), plain_depths(near, CAMERA))
    seen = np.isfinite(apart)
    np.testing.assert_allclose(both.depth[seen], apart[seen], rtol=1e-5)


@pytest.mark.parametrize(("kind", "rounded"), [(np.float32, 0.0), (np.float64, 4.0)])
def test_the_spline_kernel_equals_numpy(kind, rounded):
    rng = np.random.default_rng(0)
    points = (rng.normal(size=(300, 3)) * 60).astype(kind)
    centres, weights, tail = rng.normal(size=(25, 3)) * 40, rng.normal(size=(25, 3)), rng.normal(size=(4, 3))
    out = np.empty((300, 3))
    _towards_kernels.evaluate(points, centres, weights, tail, rounded, out)
    p = points.astype(float)
    gap = np.hypot(np.linalg.norm(p[:, None] - centres[None], axis=2), rounded)
    np.testing.assert_allclose(out, gap @ weights + tail[0] + p @ tail[1:], rtol=1e-9, atol=1e-9)


# --- the bundle ---------------------------------------------------------------------------------


def small_problem():
    rng = np.random.default_rng(3)
    n, k = 9, 2
    mean = rng.normal(size=(n, 3)) * 50
    cameras = [View(t, 5, (0, 0, 0), 900, 85).camera(1000, 1000) for t in (0, 60)]
    photo, landmark = np.repeat(np.arange(k), n), np.tile(np.arange(n), k)
    seen = np.concatenate([c.project(mean) for c in cameras]) + rng.normal(0, 1, (k * n, 2))
    modes = np.zeros((n, 3, 1))
    modes[:3, 1, 0] = 1.0
    problem = bundle.Problem(
        photo, landmark, seen, np.full(k * n, 1.5), np.log([c.focal for c in cameras]), np.full(k, 0.03),
        np.full(k, np.log(900.0)), np.full(k, 0.6), np.full((k, 2), 500.0), np.zeros(k), mean, np.eye(3 * n) / 9.0,
        np.zeros(3 * n), 0.03, modes, np.zeros((k, 1)),
    )  # fmt: skip
    state = bundle.State(
        np.array([c.rotation for c in cameras]),
        np.array([-c.rotation @ c.position for c in cameras]),
        np.log([c.focal for c in cameras]),
        np.full((k, 2), 500.0),
        np.zeros((k, 1)),
        mean.copy(),
        0.0,
        float(np.log(11.71)),
    )
    return problem, state


def test_no_misfit_of_shape_pulls_on_the_size():
    # a head that lies far off its prior, in a direction that has nothing to do with size
    problem, state = small_problem()
    way = (problem.mean - problem.mean.mean(axis=0)).ravel()
    held = problem.precision + 1e4 * np.outer(way, way) / (way @ way)  # as HeadPrior holds the size
    problem = replace(problem, precision=held)
    weight = np.ones(len(problem.seen))
    near = bundle.adjust(problem, state, weight, robust=False)
    tight = replace(problem, precision=problem.precision * 100.0)
    assert bundle.adjust(tight, state, weight, robust=False).log_size == pytest.approx(near.log_size, abs=1e-3)
    assert abs(near.log_size) < 0.01
    told = replace(problem, known=np.array([[0.0, 1.0, 1.2 * np.linalg.norm(near.points[0] - near.points[1]), 0.1]]))
    assert bundle.adjust(told, state, weight, robust=False).log_size == pytest.approx(np.log(1.2), abs=0.02)


def test_adjusting_lowers_the_cost_and_ends_where_the_gradient_vanishes():
    problem, state = small_problem()
    weight = np.ones(len(problem.seen))
    found = bundle.adjust(problem, state, weight, robust=False, exact=1e-12)
    before = bundle.cost(problem, state, weight, robust=False)
    after = bundle.cost(problem, found, weight, robust=False)
    assert after < before
    normal = bundle.normal_equations(problem, found, weight)
    cameras, shared = bundle._steps(normal, 0.0, problem.some)
    assert abs((cameras * normal.camera_pull).sum() + shared @ normal.shared_pull) < 1e-4 * after


def test_eliminating_the_cameras_equals_solving_everything_at_once():
    problem, state = small_problem()
    problem = replace(problem, centre_spread=np.full(2, 30.0), express_spread=np.full((2, 1), 2.0))
    normal = bundle.normal_equations(problem, state, np.ones(len(problem.seen)))
    k, p, q = normal.between.shape
    dense = np.zeros((k * p + q, k * p + q))
    for i in range(k):
        dense[i * p : i * p + p, i * p : i * p + p] = normal.cameras[i]
        dense[i * p : i * p + p, k * p :] = normal.between[i]
        dense[k * p :, i * p : i * p + p] = normal.between[i].T
    dense[k * p :, k * p :] = normal.shared
    pull = np.concatenate([normal.camera_pull.ravel(), normal.shared_pull])
    cameras, shared = bundle._steps(normal, 0.0, problem.some)
    np.testing.assert_allclose(
        np.concatenate([cameras.ravel(), shared]), -np.linalg.solve(dense, pull), rtol=1e-5, atol=1e-8
    )
    whole = bundle.covariance(problem, state, np.ones(len(problem.seen)))
    inverse = np.linalg.inv(dense)
    inverse[-1] = inverse[:, -1] = 0.0  # no iris is drawn
    np.testing.assert_allclose(whole.shared, inverse[k * p :, k * p :], rtol=1e-5, atol=1e-8)
    for i in range(k):
        part = slice(i * p, i * p + p)
        np.testing.assert_allclose(whole.cameras[i], inverse[part, part], rtol=1e-5, atol=1e-8)
        np.testing.assert_allclose(whole.between[i], inverse[part, k * p :], rtol=1e-5, atol=1e-8)


def test_the_marks_kernels_equal_numpy():
    problem, state = small_problem()
    rng = np.random.default_rng(8)
    state = replace(state, express=rng.normal(size=(2, 1)))
    x = state.points[problem.landmark] + (
        problem.modes[problem.landmark] * state.express[problem.photo][:, None, :]
    ).sum(axis=2)
    c = np.einsum("mij,mj->mi", state.rotation[problem.photo], x) + state.shift[problem.photo]
    plain = (
        c[:, :2] / c[:, 2:] * np.exp(state.log_focal)[problem.photo][:, None]
        + state.centre[problem.photo]
        - problem.seen
    )
    np.testing.assert_allclose(bundle.residuals(problem, state), plain, rtol=1e-9)
    behind = replace(state, shift=state.shift - (0, 0, 2000.0))
    assert (bundle.residuals(problem, behind) == 1e9).all()
    # the normal equations of marks, written out
    errors, found = bundle.residuals(problem, state), bundle.slopes(problem, state)
    k, p, q = 2, problem.camera_size, problem.shared_size
    told = rng.uniform(0.5, 2.0, len(errors))
    out = np.zeros((k, p, p)), np.zeros((k, p, q)), np.zeros((q, q)), np.zeros((k, p)), np.zeros(q)
    bundle._bundle_kernels.gather(problem.photo, problem.landmark, found, errors, told, p, *out)
    dense = np.zeros((len(errors), 2, k * p + q))
    for m, (photo, landmark) in enumerate(zip(problem.photo, problem.landmark, strict=True)):
        dense[m][:, photo * p : photo * p + p] = found[m, :, :p]
        dense[m][:, k * p + 3 * landmark : k * p + 3 * landmark + 3] = found[m, :, p:]
    normal = np.einsum("mia,m,mib->ab", dense, told, dense)
    np.testing.assert_allclose(out[0][1], normal[p : 2 * p, p : 2 * p], rtol=1e-9, atol=1e-9)
    np.testing.assert_allclose(out[1][0], normal[:p, 2 * p :], rtol=1e-9, atol=1e-12)
    np.testing.assert_allclose(out[2], normal[2 * p :, 2 * p :], rtol=1e-9, atol=1e-12)
    pull = np.einsum("mia,m,mi->a", dense, told, errors)
    np.testing.assert_allclose(np.concatenate([out[3].ravel(), out[4]]), pull, rtol=1e-9, atol=1e-9)


def test_marks_without_weight_say_nothing():
    problem, state = small_problem()
    weight = np.ones(len(problem.seen))
    weight[4] = 0.0
    spoilt = replace(problem, seen=problem.seen + np.where(np.arange(len(weight))[:, None] == 4, 500.0, 0.0))
    a = bundle.adjust(problem, state, weight, robust=False)
    b = bundle.adjust(spoilt, state, weight, robust=False)
    np.testing.assert_allclose(a.points, b.points, atol=1e-6)


def test_the_robust_loss_gives_way_to_gross_errors():
    problem, state = small_problem()
    weight = np.ones(len(problem.seen))
    clean = bundle.adjust(problem, state, weight, robust=False)
    seen = problem.seen.copy()
    seen[4] += 80
    spoilt = replace(problem, seen=seen)
    bent = bundle.adjust(spoilt, state, weight, robust=False)
    firm = bundle.adjust(spoilt, state, weight, robust=True)
    off = [np.linalg.norm(s.points - clean.points) for s in (bent, firm)]
    assert off[1] < 0.4 * off[0]


def test_held_parameters_stay_and_have_no_spread():
    problem, state = small_problem()
    weight = np.ones(len(problem.seen))
    found = bundle.adjust(problem, state, weight, robust=False)
    np.testing.assert_array_equal(found.centre, state.centre)
    np.testing.assert_array_equal(found.express, state.express)
    assert found.log_iris == state.log_iris
    whole = bundle.covariance(problem, found, weight)
    assert whole.shared[-1, -1] == 0
    assert whole.cameras[0, 7, 7] == whole.cameras[1, 8, 8] == whole.cameras[0, 9, 9] == 0
    assert min(np.linalg.eigvalsh(c).min() for c in (whole.shared, *whole.cameras)) > -1e-9
    free = replace(problem, centre_spread=np.full(2, 40.0), express_spread=np.full((2, 1), 3.0))
    moved = bundle.adjust(free, state, weight, robust=False)
    assert np.abs(moved.centre - state.centre).max() > 1e-3
    assert np.abs(moved.express).max() > 1e-6
    assert bundle.covariance(free, moved, weight).cameras[0, 7, 7] > 0
