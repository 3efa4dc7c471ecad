"""The joint solve on heads and hands that its prior was not made from.

Judge: heads made from published measures (Farkas 1994; Zhuang & Bradtmiller 2005; from memory) by
`benchmarks.other_heads`,
which shares neither form nor spread with the base head. The bench has the same with more sitters.
"""

import numpy as np
import pytest

from benchmarks.other_heads import open_mouthed, other_head, photographed, smiling
from benchmarks.sitters import Table, caricature, own, placed_off
from yewfinch.core.anatomy.figure.people import draw
from yewfinch.core.sitter import settle
from yewfinch.core.sitter.joint import solve_sitter
from yewfinch.core.sitter.photo import KnownDistance, Sitter


def table(make, photos, runs=8, seed=1, sitter=None, **how):
    rng = np.random.default_rng([seed, photos])
    out = Table()
    for _ in range(runs):
        head = make(rng)
        session = photographed(rng, head, photos, **how)
        out.run(head, session, Sitter(session.photos, **(sitter or {})), 0.0)
    return out


@pytest.mark.parametrize("photos", [1, 2, 5])
@pytest.mark.parametrize("make", [other_head, placed_off(2.5)], ids=["other", "2.5 mm"])
def test_size_and_errors_are_as_the_solve_says(make, photos):
    t = table(make, photos, runs=6)
    size = np.array(t.size)
    # of six sitters drawn from a spread the root mean square may well be twice as large by chance (chi squared, 1
    # in 1000)
    assert np.sqrt((size**2).mean()) < 1.95 * np.mean(t.said)
    assert abs(size.mean()) < 0.07  # it came out 10 to 25 percent too small before size stood apart
    assert 0.7 < np.sqrt(np.mean(t.square)) < (1.4 if photos > 1 else 1.6)
    # one photo cannot tell a hand that is 2.5 mm off from clicks that are
    assert np.mean(t.inside) > (0.84 if photos > 1 or make is other_head else 0.78)
    assert t.false <= max(1, 0.02 * t.marks)
    assert t.swapped == 0
    assert t.left_out == 0


def test_one_photo_of_a_strange_nose_and_jaw_leaves_their_depth_open(monkeypatch):
    t = table(caricature, 1, runs=12)
    monkeypatch.setattr(settle, "_PARTS", 0)
    stiff = table(caricature, 1, runs=12)
    assert np.mean(t.inside) > 0.88
    assert np.mean(t.inside) > np.mean(stiff.inside) + 0.04
    assert np.median(t.form) < 0.93 * np.median(stiff.form)


def test_a_caliper_distance_cures_size():
    for make in (other_head, placed_off(1.0)):
        rng = np.random.default_rng(3)
        head = make(rng)
        session = photographed(rng, head, 3)
        mm = float(np.linalg.norm(head["ex_l"] - head["ex_r"]))
        t = Table()
        t.run(head, session, Sitter(session.photos, known=(KnownDistance("ex_l", "ex_r", mm),)), 0.0)
        assert abs(t.size[0]) < 0.03
        assert t.said[0] < 0.02


def test_clay_equal_to_the_truth_is_hardly_ever_beyond_doubt():
    for make in (own, other_head, placed_off(1.0)):
        for photos in (1, 4):
            assert np.mean(table(make, photos, runs=4).doubted) <= 0.07


def test_gross_clicks_are_named_and_others_left():
    # of these 36 one cannot be told: it lies on a landmark whose only other click is spoilt as well
    for noise, most in ((1.0, 0.03), (3.0, 0.1)):
        t = table(other_head, 5, runs=6, gross=1.0, noise=noise)
        assert t.gross > 15
        assert t.missed <= most * t.gross
        assert t.false < 0.012 * t.marks


def test_noise_is_found():
    for noise in (1.0, 3.0):
        rng = np.random.default_rng(8)
        session = photographed(rng, other_head(rng), 6, noise=noise)
        _, found = solve_sitter(Sitter(session.photos))
        # about 3 pixels a millimetre; a class of landmarks and a photo have factors of their own besides
        assert 0.4 < found.noise / (noise / 3.0) < 1.6


def test_a_child_is_no_small_adult():
    def child(rng):
        return draw(rng, age="child")

    as_adult, told = table(child, 1, runs=10), table(child, 1, runs=10, sitter={"age": "child"})
    assert np.mean(as_adult.size) > 0.05
    assert abs(np.mean(told.size)) < 0.6 * np.mean(as_adult.size)
    assert np.sqrt(np.mean(np.square(told.size))) < 1.5 * np.mean(told.said)
    years = table(lambda rng: draw(rng, age="child"), 1, runs=4, sitter={"age": "child", "years": 9.0})
    assert np.isfinite(years.size).all()


def test_strange_heads_and_hands_are_said_in_words():
    rng = np.random.default_rng(9)
    plain = photographed(rng, own(rng), 4)
    _, found = solve_sitter(Sitter(plain.photos))
    assert not found.doubt.strange
    assert found.warnings({}) == []
    far = photographed(rng, placed_off(4.0)(rng), 4)
    _, found = solve_sitter(Sitter(far.photos))
    assert found.doubt.strange
    said = " ".join(found.warnings({}))
    assert (
        "do not fit one ordinary head: two persons, another expression, or marks meant differently; look at these:"
        in said
    )
    head = own(rng)
    head["ch_l"] = head["ch_l"] + (8.0, -7.0, 0.0)
    _, found = solve_sitter(Sitter(photographed(rng, head, 5).photos))
    assert found.doubt.differently[:1] == ("ch_l",)
    assert "mouth corner, left" in " ".join(found.warnings({}))


@pytest.mark.parametrize("change", [smiling, open_mouthed])
def test_another_expression_is_named_and_does_not_bend_the_rest(change):
    from dataclasses import replace

    named = 0
    for seed in range(4):
        rng = np.random.default_rng([11, seed])
        head = own(rng)
        first = replace(photographed(rng, change(rng, head), 1).photos[0], id="x", name="x")
        _, found = solve_sitter(Sitter((first, *photographed(rng, head, 4).photos)))
        named += set(found.doubt.moved) == {"x"}
        assert set(found.doubt.moved) <= {"x"}
        assert found.doubt.strangers == ()
    assert named >= 3


def test_an_open_mouth_can_be_told_on_a_single_photo():
    from dataclasses import replace

    off = {False: 0.0, True: 0.0}
    for seed in range(12, 16):
        rng = np.random.default_rng(seed)
        head = own(rng)
        photo = photographed(rng, open_mouthed(rng, head), 1).photos[0]
        true = np.linalg.norm(head["sn"] - head["gn"])
        for told in (False, True):
            _, found = solve_sitter(Sitter((replace(photo, mouth_open=told),)))
            ends = [found.points[found.index(k)] for k in ("sn", "gn")]
            off[told] += abs(np.linalg.norm(ends[0] - ends[1]) - true)
        assert "open mouth" in found.doubt.moved["p0"]
    assert off[True] < 0.6 * off[False]
