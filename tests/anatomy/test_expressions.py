"""How expressions move landmarks."""

import numpy as np
import pytest
from scipy.spatial.transform import Rotation

from yewfinch.core.anatomy.figure.people import people
from yewfinch.core.anatomy.head.expressions import EXPRESSIONS, modes
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS

NUMBER = {e.key: i for i, e in enumerate(EXPRESSIONS)}


@pytest.fixture(scope="module")
def made():
    spread = people("any")
    return spread, modes(spread.keys, spread.mean)


def test_the_jaw_turns_about_the_ears(made):
    # judge: scipy's rotation of the chin by one degree
    spread, found = made
    at = {k: spread.mean[i] for i, k in enumerate(spread.keys)}
    hinge = (at["t_l"] + at["t_r"] + at["po_l"] + at["po_r"]) / 4 + (0, -4, 12)
    turned = Rotation.from_euler("x", 1, degrees=True).apply(at["gn"] - hinge) - (at["gn"] - hinge)
    np.testing.assert_allclose(found[spread.keys.index("gn"), :, NUMBER["jaw"]], turned, atol=0.02)
    # greatest opening between the incisors is 45 to 55 mm (handbooks, from memory): some 30 degrees
    assert 1.0 < np.linalg.norm(turned) < 2.2


def test_sides_are_mirrored_and_lopsided_ones_opposite(made):
    spread, found = made
    for i, key in enumerate(spread.keys):
        twin = spread.keys.index(LANDMARKS[key].twin)
        for e, expression in enumerate(EXPRESSIONS):
            sign = -1.0 if expression.lopsided and LANDMARKS[key].side else 1.0
            np.testing.assert_allclose(found[twin, :, e], sign * found[i, :, e] * (-1, 1, 1), atol=0.15)


def test_skull_and_ears_stay(made):
    spread, found = made
    still = [
        i
        for i, k in enumerate(spread.keys)
        if k.split("_")[0] in ("g", "n", "se", "en", "ex", "t", "sa", "sba", "v", "op", "zy", "ft", "eu", "p")
    ]
    assert np.abs(found[still]).max() == 0
    smile = found[spread.keys.index("ch_l"), :, NUMBER["smile"]]
    assert smile[0] > 0 and smile[1] > 0 and smile[2] < 0
