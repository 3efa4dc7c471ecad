"""How heads vary: means and spreads against the published ones."""

import numpy as np
import pytest

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.norms import NORMS
from yewfinch.core.anatomy.population.spread import adults

MEASURED = [n for n in NORMS if n.men[1] is not None]


@pytest.mark.parametrize("norm", MEASURED, ids=lambda n: n.key)
@pytest.mark.parametrize("kind", ["man", "woman"])
def test_measures_have_their_published_mean_and_spread(norm, kind):
    # published values: facts in norms.py with their sources (from memory, spreads within a fifth)
    spread = adults(kind)
    mean, deviation = norm.men if kind == "man" else norm.women
    a, b = (spread.mean[spread.keys.index(k)] for k in (norm.start, norm.end))
    assert np.linalg.norm(a - b) == pytest.approx(mean, abs=max(1.5, 0.035 * mean))
    if deviation is not None:
        assert spread.spread_of(norm.start, norm.end) == pytest.approx(deviation, rel=0.25)


def test_random_people_vary_as_published():
    rng = np.random.default_rng(0)
    people = [adults("woman").sample(rng) for _ in range(300)]
    pupils = [np.linalg.norm(p["p_l"] - p["p_r"]) for p in people]
    # interpupillary distance of women 62.31 (3.60): Dodgson 2004, SPIE 5291 (from memory)
    assert np.mean(pupils) == pytest.approx(62.31, abs=1.0)
    assert np.std(pupils) == pytest.approx(3.60, rel=0.25)


def test_left_and_right_move_together_but_for_a_little():
    rng = np.random.default_rng(1)
    gaps = []
    for _ in range(200):
        p = adults("any").sample(rng)
        for key in ("ex", "ch", "al", "t"):
            mirrored = p[f"{key}_r"] * (-1, 1, 1)
            gaps.append(p[f"{key}_l"] - mirrored)
    # healthy faces: mild, about 3 mm at most (Farkas & Cheung 1981, from memory)
    assert 0.5 < np.std(gaps) < 2.0
    assert np.percentile(np.abs(gaps), 99) < 5


def test_the_mean_is_symmetric_and_both_sexes_lie_about_it():
    both, men, women = adults("any"), adults("man"), adults("woman")
    for i, k in enumerate(both.keys):
        twin = both.mean[both.keys.index(LANDMARKS[k].twin)]
        np.testing.assert_allclose(twin * (-1, 1, 1), both.mean[i], atol=1e-6)
    assert np.trace(both.covariance) > np.trace(men.covariance)
    np.testing.assert_allclose(both.mean, (men.mean + women.mean) / 2, atol=1.0)


def test_a_part_of_the_heads_is_the_same_heads():
    whole = adults("any")
    part = whole.of({"prn", "gn", "ch_l"})
    assert set(part.keys) == {"prn", "gn", "ch_l"}
    assert part.spread_of("prn", "gn") == pytest.approx(whole.spread_of("prn", "gn"))


def test_an_unknown_kind_is_refused():
    with pytest.raises(ValueError, match="kind must be one of"):
        adults("child")
