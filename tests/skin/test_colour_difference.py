"""CIEDE2000 and measures of skin against the published pairs and two libraries."""

from pathlib import Path

import numpy as np
import pytest
from skimage.color import deltaE_ciede2000, rgb2lab

from yewfinch.core.skin.colour_difference import ciede2000
from yewfinch.core.skin.skin_readouts import reading

#: The 34 pairs of Sharma, Wu & Dalal 2005, table 1.
PAIRS = np.loadtxt(Path(__file__).with_name("ciede2000_pairs.csv"), delimiter=",", skiprows=1)
#: The Monk scale (2022), from memory: hex, and the individual typology angle, worked out with colour-science.
MONK = {
    "f6ede4": 83.0, "f3e7db": 80.2, "f7ead0": 71.7, "eadaba": 64.7, "d7bd96": 50.3, "a07e56": 10.9, "825c43": -20.1,
    "604134": -55.4, "3a312a": -78.3, "292420": -84.3,
}  # fmt: skip


def test_the_published_pairs_to_four_places():
    assert len(PAIRS) == 34
    np.testing.assert_allclose(ciede2000(PAIRS[:, :3], PAIRS[:, 3:6]), PAIRS[:, 6], atol=5e-5)
    np.testing.assert_allclose(ciede2000(PAIRS[:, 3:6], PAIRS[:, :3]), PAIRS[:, 6], atol=5e-5)


def test_random_colours_as_scikit_image_says():
    rng = np.random.default_rng(3)
    one, two = (rng.uniform((0, -90, -90), (100, 90, 90), (4000, 3)) for _ in range(2))
    np.testing.assert_allclose(ciede2000(one, two), deltaE_ciede2000(one, two), atol=1e-9)
    assert ciede2000(one, one).max() == 0.0


@pytest.mark.parametrize(("shade", "angle"), MONK.items())
def test_typology_angles_of_a_scale(shade, angle):
    rgb = np.array([int(shade[i : i + 2], 16) for i in (0, 2, 4)]) / 255.0
    found = reading(rgb)
    assert found.ita == pytest.approx(angle, abs=0.4)
    np.testing.assert_allclose(found.lab, rgb2lab(rgb), atol=0.05)
    classes = ("dark", "brown", "tan", "intermediate", "light", "very light")
    assert found.kind == classes[np.searchsorted([-30, 10, 28, 41, 55], angle)]


def test_indices_by_hand():
    """Linear light of 0.5 in red and 0.2 in green: 100 log10(2) and 100 (log10(5) - log10(2))."""
    encoded = [1.055 * v ** (1 / 2.4) - 0.055 for v in (0.5, 0.2, 0.1)]
    found = reading(encoded)
    assert found.melanin == pytest.approx(30.103, abs=1e-3)
    assert found.erythema == pytest.approx(39.794, abs=1e-3)
    assert np.isfinite(reading((0.0, 0.0, 0.0)).erythema)
