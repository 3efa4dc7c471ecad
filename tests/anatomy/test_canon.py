"""Thirds and fifths."""

import numpy as np
import pytest

from yewfinch.core.anatomy.lore.canon import FIFTHS, THIRDS


def test_equal_thirds_give_a_third_each():
    points = {k: np.array([0.0, y, 0.0]) for k, y in (("tr", 90), ("g", 30), ("sn", -30), ("gn", -90))}
    found = THIRDS.shares(points)
    assert [s.share for s in found] == pytest.approx([1 / 3] * 3)
    assert [s.size for s in found] == pytest.approx([60, 60, 60])


def test_shares_add_up_on_the_base_head(portrait):
    points = portrait.landmarks()
    for found in (THIRDS.shares(points), FIFTHS.shares(points)):
        assert sum(s.share for s in found) == pytest.approx(1.0)
        assert all(0.1 < s.share < 0.45 for s in found)


def test_missing_landmarks_give_nothing():
    assert THIRDS.shares({"tr": np.zeros(3)}) == []
    assert FIFTHS.shares({}) == []
