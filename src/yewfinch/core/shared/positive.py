"""Symmetric positive matrices of some hundred rows, by LAPACK itself.

A solve makes tens of thousands of these calls; the checks of the general functions took as long as the work.
"""

from __future__ import annotations

import numpy as np
import scipy

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase


def factored(matrix: DoubleArray) -> DoubleArray:
    """The lower root of a symmetric positive matrix, for `solved`; above its diagonal stands anything.

    Parameters
    ----------
    matrix : (n, n) float64
        May be overwritten.

    Raises
    ------
    numpy.linalg.LinAlgError
        If the matrix is not positive.
    """
    root, info = scipy.linalg.lapack.dpotrf(matrix.T, lower=1, clean=0, overwrite_a=1)
    if info or (len(root) and not root[-1, -1] > 0.0):  # whatever is no number comes through to the last row
        raise np.linalg.LinAlgError(phrase("not positive in row {0} of {1}", info or len(matrix), len(matrix)))
    return np.asarray(root)


def solved(root: DoubleArray, right: DoubleArray) -> DoubleArray:
    """The solution of a system, (n,) or (n, m), by the root of its matrix."""
    return np.asarray(scipy.linalg.lapack.dpotrs(root, right, lower=1)[0])


def inverse(matrix: DoubleArray) -> DoubleArray:
    """The inverse of a symmetric positive matrix, (n, n), symmetric to the bit.

    Raises
    ------
    numpy.linalg.LinAlgError
        If the matrix is not positive.
    """
    out = np.tril(scipy.linalg.lapack.dpotri(factored(matrix.copy()), lower=1, overwrite_c=1)[0])
    return np.asarray(out + np.tril(out, -1).T)


def lower_solved(root: DoubleArray, right: DoubleArray, *, turned: bool = False) -> DoubleArray:
    """The solution of a triangular system, (n,) or (n, m), by a lower root, or by that root turned over.

    Parameters
    ----------
    root : (n, n) float64
        Row by row in memory, as `numpy.linalg.cholesky` gives it; zero above its diagonal.
    right : (n,) or (n, m) float64
    turned : bool
        Solve with the root's transpose.
    """
    return np.asarray(scipy.linalg.lapack.dtrtrs(root.T, right, lower=0, trans=0 if turned else 1)[0])
