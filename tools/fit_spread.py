"""Fit the amounts of core/anatomy/spread.py to the published spreads, and print them.

The fit is held loosely near a start (a quarter of a unit of logarithm), because 23 measures cannot
tell seven amounts apart everywhere. Copy the printed values into SIZE to ALONE.
"""

from __future__ import annotations

import numpy as np
from scipy.optimize import least_squares

from yewfinch.core.anatomy.population import spread

START = np.array([0.0165, 0.018, 0.019, 0.018, 2.1, 1.25, 0.55])
HOLD = 0.25


def main() -> None:
    """Fit and print."""
    keys, base = spread._base()
    norms = [(n, keys.index(a), keys.index(b)) for n, a, b in spread._measures(keys)]
    slopes = np.array([spread._slope(base, a, b) for _, a, b in norms])
    wanted = np.array([spread._pooled(n, "any") for n, _, _ in norms])

    def ratios(amounts: np.ndarray) -> np.ndarray:  # type: ignore[type-arg]
        covariance = spread.form_covariance(keys, base, tuple(float(v) for v in amounts))
        return np.asarray(np.sqrt(np.einsum("ij,jk,ik->i", slopes, covariance, slopes)) / wanted)

    def residual(logs: np.ndarray) -> np.ndarray:  # type: ignore[type-arg]
        return np.concatenate([np.log(ratios(np.exp(logs))), HOLD * (logs - np.log(START))])

    found = np.exp(least_squares(residual, np.log(START)).x)
    for name, value in zip(["SIZE", "ACROSS", "UP", "FORWARD", "SMOOTH", "CLOSE", "ALONE"], found, strict=True):
        print(f"{name:8s} {value:.4f}")
    for (norm, _, _), ratio in zip(norms, ratios(found), strict=True):
        print(f"{norm.title:34s} model over published {ratio:.2f}")


if __name__ == "__main__":
    main()
