"""Noise found from the marks, by class of landmark and by photo."""

import numpy as np
import pytest

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.repeatability import REPEATABILITY, placing_spread
from yewfinch.core.sitter.noise import (
    CLICK_PX,
    CORNER,
    EDGE,
    HIDDEN,
    MARK_MM,
    RIDGE,
    Noise,
    class_of,
    expected_error,
    no_noise,
)


def settled(kind, photo, error, rounds=30):
    """Factors from errors in pixels whose expected size is 1, all of them checked by others."""
    noise = no_noise(photo.max() + 1)
    for _ in range(rounds):
        square = (error**2).sum(axis=1) / noise.of_marks(kind, photo) ** 2
        noise = noise.found(kind, photo, square, np.full(len(kind), 2.0))
    return noise


def test_factors_of_classes_and_photos_are_found():
    rng = np.random.default_rng(1)
    n = 6000
    kind, photo = rng.integers(0, 4, n), rng.integers(0, 5, n)
    classes, photos = np.array([1.0, 1.6, 2.2, 0.8]), np.array([1.0, 1.0, 2.0, 0.7, 1.0])
    error = rng.normal(size=(n, 2)) * (1.3 * classes[kind] * photos[photo])[:, None]
    found = settled(kind, photo, error)
    both = np.outer(classes, photos) * 1.3
    got = found.whole * np.outer(found.classes, found.photos)
    np.testing.assert_allclose(got, both, rtol=0.08)


def test_few_marks_say_little_and_none_say_nothing():
    rng = np.random.default_rng(2)
    kind, photo = np.zeros(5, int), np.zeros(5, int)
    few = settled(kind, photo, rng.normal(size=(5, 2)) * 4)
    many = settled(np.zeros(400, int), np.zeros(400, int), rng.normal(size=(400, 2)) * 4)
    assert 1.2 < few.whole * few.classes[0] < many.whole * many.classes[0] + 1.5
    assert many.whole * many.classes[0] == pytest.approx(4, rel=0.1)
    still = no_noise(1).found(kind, photo, np.full(5, 2.0), np.zeros(5))
    assert still.whole > 1.0  # errors that nothing checks only ever widen it
    assert Noise(1.0, np.ones(4), np.ones(2)).of_marks(np.array([0, 3]), np.array([0, 1])).tolist() == [1.0, 1.0]


def test_one_photo_has_no_factor_of_its_own():
    rng = np.random.default_rng(3)
    found = settled(np.zeros(60, int), np.zeros(60, int), rng.normal(size=(60, 2)) * 3)
    assert found.photos.tolist() == [1.0]


def test_expected_errors_and_classes():
    assert expected_error("en_l", 0.0, guessed=False) == CLICK_PX
    assert expected_error("en_l", 5.0, guessed=False) == pytest.approx(np.hypot(5 * MARK_MM, CLICK_PX))
    assert expected_error("go_l", 5.0, guessed=False) > 2 * expected_error("en_l", 5.0, guessed=False)
    assert expected_error("en_l", 5.0, guessed=True) > 2 * expected_error("en_l", 5.0, guessed=False)
    assert [class_of(k, guessed=False) for k in ("en_l", "g", "zy_r")] == [CORNER, RIDGE, EDGE]
    assert class_of("en_l", guessed=True) == HIDDEN


def test_every_landmark_has_a_published_or_named_repeatability():
    bases = {k.removesuffix("_l").removesuffix("_r") for k, m in LANDMARKS.items() if m.rigid}
    assert bases == set(REPEATABILITY)
    assert all(r.source and 0.3 <= r.mm <= 5 for r in REPEATABILITY.values())
    # Toma et al. 2009 (from memory): most soft-tissue landmarks repeat within 1 mm; the jaw's angle is the worst
    # of the face
    assert np.median([placing_spread(k) for k in ("en_l", "prn", "sn", "ls", "li", "ch_l", "al_l")]) < 1
    assert placing_spread("go_l") > 3 * placing_spread("en_l")
    assert placing_spread("unheard of") == 2.0
