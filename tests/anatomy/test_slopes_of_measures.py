"""Derivatives of the head's measures against differences of their values."""

import numpy as np
import pytest

from yewfinch.core.anatomy.head.head_measures import STEERED
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.profile import PROFILE


@pytest.mark.parametrize("m", [*STEERED.values(), *PROFILE], ids=lambda m: m.key)
def test_slopes_are_what_differences_say(m):
    rng = np.random.default_rng(4)
    at = np.array([LANDMARKS[k].place for k in m.points], float) + rng.normal(0, 2, (len(m.points), 3))

    def value(points):
        return m.value(dict(zip(m.points, points, strict=True)))

    steps = np.eye(at.size).reshape(at.size, *at.shape) * 1e-4
    expected = [(value(at + s) - value(at - s)) / 2e-4 for s in steps]
    np.testing.assert_allclose(m.slope(at).ravel(), expected, atol=1e-6)
