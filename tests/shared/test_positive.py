"""Systems by LAPACK against SciPy's general functions."""

import numpy as np
import pytest
import scipy.linalg
from hypothesis import given
from hypothesis import strategies as st

from yewfinch.core.shared.positive import factored, inverse, lower_solved, solved


def positive(n, seed):
    a = np.random.default_rng(seed).normal(size=(n + 3, n))
    return a.T @ a + np.eye(n)


@given(st.integers(1, 60), st.integers(0, 999))
def test_solutions_and_inverses_are_scipys(n, seed):
    a = positive(n, seed)
    right = np.random.default_rng(seed + 1).normal(size=(n, 3))
    np.testing.assert_allclose(solved(factored(a.copy()), right), scipy.linalg.solve(a, right), rtol=1e-8, atol=1e-10)
    np.testing.assert_allclose(
        solved(factored(a.copy()), right[:, 0]), scipy.linalg.solve(a, right[:, 0]), rtol=1e-8, atol=1e-10
    )
    before = a.copy()
    np.testing.assert_allclose(inverse(a), scipy.linalg.inv(a), rtol=1e-8, atol=1e-10)
    np.testing.assert_array_equal(a, before)
    np.testing.assert_array_equal(inverse(a), inverse(a).T)
    root = np.linalg.cholesky(a)
    for turned in (False, True):
        expected = scipy.linalg.solve_triangular(root, right, lower=True, trans=int(turned))
        np.testing.assert_allclose(lower_solved(root, right, turned=turned), expected, rtol=1e-8, atol=1e-10)


@pytest.mark.parametrize("bad", [np.diag([1.0, -1.0, 2.0]), np.full((3, 3), np.nan)])
def test_what_is_not_positive_is_refused(bad):
    for work in (factored, inverse):
        with pytest.raises(np.linalg.LinAlgError, match="not positive in row"):
            work(bad.copy())
