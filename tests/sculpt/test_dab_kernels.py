"""Each compiled loop against a plain NumPy twin."""

import numpy as np

from yewfinch.core.sculpt import _dab_kernels, falloff
from yewfinch.demo.shapes import cube_sphere

RNG = np.random.default_rng(5)


def setup():
    s = cube_sphere(20)
    rows = s.rows_in_ball((20, 10, 97), 30.0)
    return s, rows, RNG.random(len(rows)).astype(np.float32)


def test_weigh():
    s, rows, _ = setup()
    centre, axis = np.array([20.0, 10, 97]), np.array([0.2, 0.1, 0.97])
    table = falloff.curve("soft")
    out = np.empty(len(rows), np.float32)
    _dab_kernels.weigh(rows, s.positions, s.normals, s.mask, centre, axis, 30.0, table, np.empty(0), True, out)
    t = np.linalg.norm(s.positions[rows] - centre, axis=1) / 30.0
    facing = np.clip((s.normals[rows] @ axis + 0.25) * 2, 0, 1)
    np.testing.assert_allclose(out, np.interp(t, np.linspace(0, 1, 65), table) * facing, atol=1e-5)
    s.mask[rows, 0] = RNG.integers(0, 256, len(rows))
    held = np.empty(len(rows), np.float32)
    _dab_kernels.weigh(rows, s.positions, s.normals, s.mask, centre, axis, 30.0, table, np.empty(0), True, held)
    np.testing.assert_allclose(held, out * (1 - s.mask[rows, 0] / 255), atol=1e-5)
    _dab_kernels.weigh(
        rows, s.positions, s.normals, s.mask[:0], centre, axis, 30.0, table, np.full(len(rows), 15.0), False, held
    )  # by the way along the surface
    np.testing.assert_allclose(held, np.interp(0.5, np.linspace(0, 1, 65), table), atol=1e-5)


def test_normals_in_ball_and_plane_of():
    s, rows, w = setup()
    centre, axis = np.array([20.0, 10, 97]), np.array([0.2, 0.1, 0.97])
    x, y, z, count = _dab_kernels.normals_in_ball(s.positions, s.normals, s.leaf_lo, s.leaf_hi, 9, centre, 30.0, axis)
    inside = np.linalg.norm(s.positions - centre, axis=1) <= 30.0
    assert count == inside.sum()
    np.testing.assert_allclose((x, y, z), s.normals[inside & (s.normals @ axis > 0)].sum(axis=0), rtol=1e-4)
    found = _dab_kernels.plane_of(rows, s.positions, s.normals, w)
    np.testing.assert_allclose(found[:3], (w[:, None] * s.positions[rows].astype(float)).sum(axis=0), rtol=1e-6)
    np.testing.assert_allclose(found[3:6], (w[:, None] * s.normals[rows].astype(float)).sum(axis=0), rtol=1e-6)
    assert abs(found[6] - w.sum()) < 1e-2


def test_smooth():
    s, rows, w = setup()
    out = np.empty((len(rows), 3), np.float32)
    _dab_kernels.smooth(rows, s.positions, s.ring_at, s.ring, w, np.float32(0.7), out)
    for i in range(0, len(rows), 7):
        ring = s.ring[s.ring_at[rows[i]] : s.ring_at[rows[i] + 1]]
        expected = (s.positions[ring].mean(axis=0) - s.positions[rows[i]]) * 0.7 * w[i]
        np.testing.assert_allclose(out[i], expected, atol=1e-4)


def test_clay():
    s, rows, w = setup()
    out = np.empty((len(rows), 3), np.float32)
    centre, axis = np.array([20.0, 10, 97]), np.array([0.0, 0.0, 1.0])
    _dab_kernels.clay(rows, s.positions, w, centre, axis, 1.5, 0.4, out)
    step = np.clip(1.5 - (s.positions[rows] - centre) @ axis, 0, 3.0) * 0.4 * w
    np.testing.assert_allclose(out, step[:, None] * axis, atol=1e-4)


def test_crease():
    s, rows, w = setup()
    out = np.empty((len(rows), 3), np.float32)
    c, n, t = np.array([20.0, 10, 97]), np.array([0.0, 0.0, 1.0]), np.array([1.0, 0.0, 0.0])
    _dab_kernels.crease(rows, s.positions, w, c, n, t, -0.8, 0.1, out)
    r = c - s.positions[rows]
    side = r - (r @ n)[:, None] * n - (r @ t)[:, None] * t
    np.testing.assert_allclose(out, n * -0.8 * (w**2)[:, None] + side * 0.1 * w[:, None], atol=1e-4)


def test_first_touch_copies_each_row_once():
    s, rows, _ = setup()
    stamp = np.zeros(len(s), np.uint8)
    a, b = np.empty(len(rows), np.int32), np.empty((len(rows), 3), np.float32)
    assert _dab_kernels.first_touch(rows, stamp, 1, s.positions, a, b) == len(rows)
    np.testing.assert_array_equal(b, s.positions[rows])
    assert _dab_kernels.first_touch(rows, stamp, 1, s.positions, a, b) == 0
