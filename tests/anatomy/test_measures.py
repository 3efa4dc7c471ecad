"""Measures, canons and the lines of the face."""

import numpy as np
import pytest

from yewfinch.core.anatomy.head.face_lines import CURVES, lines_on, spaced
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS, REGIONS, region_of
from yewfinch.core.anatomy.lore.measures import MEASURES, TAKES, Measure


def measure(kind, *keys):
    return Measure("m", "m", kind, keys)


POINTS = {
    "en_l": np.array([16.0, 20.0, 80.0]), "ex_l": np.array([46.0, 23.0, 70.0]), "prn": np.array([0.0, -15.0, 120.0]),
    "se": np.array([0.0, 25.0, 95.0]), "sa_l": np.array([75.0, 30.0, -5.0]), "sba_l": np.array([70.0, -30.0, -5.0]),
}  # fmt: skip


@pytest.mark.parametrize(("kind", "keys", "value"), [
    ("distance", ("en_l", "ex_l"), np.sqrt(30**2 + 3**2 + 10**2)),
    ("height", ("ex_l", "en_l"), 3.0),
    ("tilt", ("en_l", "ex_l"), np.degrees(np.arctan(0.1))),
    ("ratio", ("en_l", "ex_l", "en_l", "ex_l"), 1.0),
    ("height ratio", ("se", "prn", "sa_l", "sba_l"), 40 / 60),
    ("iris share", ("se", "en_l"), 5.0 / 11.71),
    ("slope", ("se", "prn", "sa_l", "sba_l"), np.degrees(np.arctan2(25, 40))),
])  # fmt: skip
def test_each_kind_of_measure(kind, keys, value):
    assert measure(kind, *keys).value(POINTS) == pytest.approx(value)
    assert len(keys) == TAKES[kind]


def test_a_missing_landmark_gives_no_number():
    assert measure("distance", "en_l", "gn").value(POINTS) is None


def test_spread_is_carried_over_from_the_landmarks():
    # propagation of errors against a plain simulation
    keys = tuple(POINTS)
    points = np.array(list(POINTS.values()))
    rng = np.random.default_rng(0)
    root = rng.normal(0, 0.2, (18, 18))
    covariance = root @ root.T
    m = measure("ratio", "en_l", "ex_l", "se", "prn")
    drawn = points.ravel() + rng.multivariate_normal(np.zeros(18), covariance, 4000)
    values = [m.value({k: v.reshape(6, 3)[i] for i, k in enumerate(keys)}) for v in drawn]
    assert m.spread(keys, points, covariance) == pytest.approx(np.std(values), rel=0.08)


def test_the_published_canons_and_norms_are_there():
    # nine neoclassical canons: Farkas, Hreczko, Kolar & Munro 1985 (from memory)
    by_key = {m.key: m for m in MEASURES}
    assert {f"canon{i}" for i in (1, 4, 5, 6, 7, 8, 9)} <= set(by_key)
    assert {"canon2a", "canon2b", "canon3a", "canon3b", "canon3c"} <= set(by_key)
    assert by_key["canon8"].ideal == 1.5
    assert by_key["canon9"].ideal == 0.25
    assert by_key["pupils"].norm("man") == (64.67, 3.71)
    mean, spread = by_key["pupils"].norm("any")
    # Dodgson 2004: both sexes 63.36 (3.83)
    assert mean == pytest.approx(63.36, abs=0.3)
    assert spread == pytest.approx(3.83, abs=0.2)
    assert by_key["ear_width"].norm() is None
    for m in MEASURES:
        assert len(m.landmarks) == TAKES[m.kind]
        assert set(m.landmarks) <= set(LANDMARKS)


def test_every_landmark_belongs_to_one_part_of_the_head():
    assert all(region_of(k) in REGIONS for k in LANDMARKS)
    assert region_of("nowhere") == ""


def test_lines_lie_on_the_base_head_and_mirror_each_other(made_head):
    points = {k: a.on(made_head.surface(a.piece)) for k, a in made_head.anchors.items()}
    lines = lines_on("head", made_head.head, points)
    assert set(lines) == {k for k, c in CURVES.items() if c.kind == "line"}
    at = {k: np.array([a.on(made_head.head) for a in v]) for k, v in lines.items()}
    for key, line in at.items():
        twin = at[CURVES[key].twin]
        if CURVES[key].side:
            np.testing.assert_allclose(twin * (-1, 1, 1), line, atol=1.2)
    for key, low, high in (("lid_upper_l", 2, 8), ("lid_lower_l", -8, -1)):
        rise = at[key][12, 1] - (at[key][0, 1] + at[key][-1, 1]) / 2
        assert low < rise < high  # margins arch away from the corners
    assert np.linalg.norm(at["lid_upper_l"][0] - points["en_l"]) < 1.0
    assert abs(at["mouth_line"][12, 0]) < 1.0


def test_lines_need_their_landmarks(made_head):
    assert "lip_upper" not in lines_on("head", made_head.head, {"ls": np.zeros(3)})


def test_spaced_points_are_evenly_spaced():
    bent = spaced(np.array([[0.0, 0.0], [10.0, 0.0], [10.0, 10.0], [10.0, 40.0]]), 21)
    steps = np.linalg.norm(np.diff(bent, axis=0), axis=1)
    assert steps.std() < 0.05 * steps.mean()
    np.testing.assert_allclose(bent[[0, -1]], [[0, 0], [10, 40]], atol=1e-9)
