"""Lids: on the eye whatever they do, margins that keep their length, measures as set; judged by trimesh, closed forms
and handbooks."""

from dataclasses import replace

import numpy as np
import pytest
import trimesh

from yewfinch.core.anatomy.figure.person import PRESETS, Figure, Person
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.features.eyes.eye import Eye, off_the_eye
from yewfinch.core.features.eyes.eye_form import surface_of
from yewfinch.core.features.lids.lid_fit import DrawnMargin, fitted
from yewfinch.core.features.lids.lid_form import AROUND, COLUMNS, INNER, INNER_EDGE, ROWS, lid_points, lid_surface
from yewfinch.core.features.lids.lid_join import joined
from yewfinch.core.features.lids.lid_measures import at_rest, read, with_measure
from yewfinch.core.features.lids.lids import Lids, checked, mirrored, to_own
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sight.view import View
from yewfinch.demo.shapes import cube_sphere

PLAIN = Eye((0.0, 0.0, 0.0), (0.0, 0.0, 0.0))


def _some(seed):
    """Lids and an eye as people have them, looking anywhere, open, shut or between."""
    rng = np.random.default_rng(seed)
    size = rng.uniform(0.92, 1.1)
    place = rng.normal(0, 20, 3)
    eye = Eye(
        tuple(place), tuple(place), 24.2 * size, 11.7 * size * rng.uniform(0.95, 1.05), cornea=7.8 * size,
        target=tuple(np.add(place, (rng.uniform(-400, 400), rng.uniform(-400, 300), 600.0))),
    )  # fmt: skip
    plain, slant, high = Lids(), rng.normal(0, 1.0), rng.uniform(0.8, 1.2)

    def knots(row, by):
        share = (np.array(row)[:, 0] - plain.inner[0]) / (plain.outer[0] - plain.inner[0])
        straight = plain.inner[1] + share * (plain.outer[1] - plain.inner[1])
        y = straight + (np.array(row)[:, 1] - straight) * by + slant * share + rng.normal(0, 0.1, 5)
        return tuple(zip(size * (np.array(row)[:, 0] + rng.normal(0, 0.2, 5)), size * y, strict=True))

    return checked(Lids(
        int(rng.choice((1, -1))),
        tuple(size * np.array(plain.inner) + rng.normal(0, 0.3, 3)),
        tuple(size * np.add(plain.outer, (0, slant, 0)) + rng.normal(0, 0.3, 3)),
        knots(plain.upper, high), knots(plain.lower, high * rng.uniform(0.95, 1.05)),
        rng.uniform(1.5, 2.5), rng.uniform(4, 10), rng.uniform(0, 1), rng.uniform(0, 5) * rng.integers(0, 2),
        rng.uniform(0, 3) * rng.integers(0, 2), rng.uniform(0, 3), rng.uniform(0, 1.2),
        close=float(rng.choice((0.0, 1.0, rng.uniform(-0.2, 1.0)))), turn=tuple(rng.normal(0, 4, 3)),
    )), eye  # fmt: skip


def _margin(lids, eye, upper):
    """The inner edge of a margin on the very body, in the eye's own axes."""
    row = lid_points(lids, eye).reshape(ROWS, AROUND, 3)[INNER_EDGE]
    line = row[: COLUMNS + 1] if upper else row[-np.arange(COLUMNS + 1)]
    return to_own(lids, eye, line)


def _long(line):
    return float(np.linalg.norm(np.diff(line, axis=0), axis=1).sum())


@pytest.mark.parametrize("batch", range(2))
def test_the_inner_side_lies_on_the_eye_and_nothing_crosses(batch):
    for seed in (*range(18 * batch, 18 * batch + 18), 318):  # the last one once crossed itself at a corner
        lids, eye = _some(seed)
        made = lid_surface(lids, eye)
        inner = lid_points(lids, eye).reshape(ROWS, AROUND, 3)[:INNER]
        between = (inner[:-1] + inner[1:] + np.roll(inner[:-1], 1, axis=1) + np.roll(inner[1:], 1, axis=1)) / 4.0
        # faces bridge the groove in which the cornea begins
        for points, most in ((inner, 0.15), (between, 0.2)):
            off = off_the_eye(eye, points.reshape(-1, 3))
            assert off.min() >= 0.02 and off.max() <= most, seed
        eye_ball = trimesh.Trimesh(surface_of(eye).positions, surface_of(eye).triangles(), process=False)
        assert trimesh.proximity.signed_distance(eye_ball, inner.reshape(-1, 3)[seed % 97 :: 97]).max() < 0.0, seed
        body = trimesh.Trimesh(made.positions, made.triangles(), process=False)
        assert body.is_watertight and body.is_winding_consistent and body.volume > 0, seed
        assert len(crossings(made.positions.astype(np.float64), made.triangles())) == 0, seed


def test_measures_are_as_set_on_the_very_body():
    wanted = {"peak": (3.0, 6.0), "trough": (3.5, 6.0), "slant": (-1.0, 4.0), "length": (26.0, 32.0)}
    for seed in range(80):
        rng = np.random.default_rng(seed)
        lids, eye = _some(seed)
        lids, eye = replace(lids, close=0.0, follow=0.0, turn=(0.0, 0.0, 0.0)), replace(eye, target=(0.0, 0.0, 1e7))
        name = list(wanted)[seed % 4]
        value = float(rng.uniform(*wanted[name]))
        if name == "peak":
            value = max(value, lids.outer[1] + 0.8)  # no margin is lower than its corner
        made = with_measure(lids, eye, name, value)
        if seed % 10:
            assert getattr(at_rest(made, eye), name) == pytest.approx(value, abs=0.1), (seed, name)
            continue
        upper, lower = _margin(made, eye, upper=True), _margin(made, eye, upper=False)
        seen = {
            "peak": upper[:, 1].max(),
            "trough": -lower[:, 1].min(),
            "slant": upper[-1, 1] - upper[0, 1],
            "length": np.linalg.norm(upper[-1] - upper[0]),
        }
        assert seen[name] == pytest.approx(value, abs=0.1), (seed, name)
    lids = with_measure(Lids(), PLAIN, "white_above", -1.5)  # 1 to 2 mm of the cornea are covered: handbooks
    upper = _margin(lids, PLAIN, upper=True)
    assert np.interp(0.0, upper[:, 0], upper[:, 1]) == pytest.approx(11.7 / 2 - 1.5, abs=0.05)
    assert at_rest(with_measure(Lids(), PLAIN, "opening", 10.0), PLAIN).opening == pytest.approx(10.0, abs=0.01)


def test_usual_lids_are_as_handbooks_say():
    seen = read(Lids(), PLAIN)
    assert 4 <= seen.peak <= 5.5 and 4.5 <= seen.trough <= 5.5 and 9 <= seen.opening <= 12
    assert seen.peak_at < 0 < seen.trough_at  # highest inside of the pupil, lowest outside of it
    assert 1 <= seen.slant <= 3 and 2 <= seen.slant_angle <= 6
    assert 25 <= seen.length <= 31
    assert -2 <= seen.white_above <= 0 and -1 <= seen.white_below <= 1


def test_margins_keep_their_length_from_wide_open_to_shut():
    """Lids that meet along one line are as long as each other: where they were not, one bows in the inner corner."""
    unlike = 0
    for seed in (*range(4), 39, 367):
        lids, eye = _some(seed)
        start = [_long(_margin(replace(lids, close=0.0), eye, u)) for u in (True, False)]
        apart = abs(start[0] / start[1] - 1.0)
        unlike += apart > 0.045
        for close in (-0.2, 0.3, 0.65, 1.0):
            now = [_long(_margin(replace(lids, close=close), eye, u)) for u in (True, False)]
            off = max(abs(a / b - 1.0) for a, b in zip(now, start, strict=True))
            assert off < 0.02, (seed, close)
    assert unlike > 1  # of which some would be 2 % too long or short without a bow
    shut = replace(Lids(), close=1.0)
    gap = _margin(shut, PLAIN, upper=True)[:, 1] - _margin(shut, PLAIN, upper=False)[:, 1]
    assert gap[3:-1].min() > 0.0 and gap.max() < 0.5 and gap[15:-2].max() < 0.2


def test_lids_follow_the_gaze_as_far_as_handbooks_say():
    def at(up):
        eye = replace(PLAIN, target=(0.0, 1e6 * np.sin(np.radians(up)), 1e6 * np.cos(np.radians(up))))
        lines = [_margin(Lids(), eye, u)[COLUMNS // 2] for u in (True, False)]
        return [np.degrees(np.arctan2(p[1], p[2])) for p in lines]

    high, low, ahead = at(39.0), at(-49.0), at(0.0)
    mm = np.radians(1.0) * PLAIN.radius
    assert 12 <= mm * (high[0] - low[0]) <= 17  # levator excursion, down- to upgaze
    assert 3 <= mm * (ahead[1] - low[1]) <= 5  # the lower lid, downwards
    assert mm * abs(high[1] - ahead[1]) < 2


def test_the_other_eye_has_the_mirror_image():
    for seed in range(6):
        lids, eye = _some(seed)
        eye = replace(eye, middle=eye.place, converging=0.0)
        x, y, z = eye.place
        a, b, c = eye.target
        other = replace(eye, place=(-x, y, z), middle=(-x, y, z), target=(-a, b, c))
        one, two = lid_points(lids, eye), lid_points(mirrored(lids), other)
        np.testing.assert_allclose(one * (-1, 1, 1), two, atol=1e-9)


def test_lids_that_cannot_be_are_refused():
    for wrong in ({"thickness": 9.0}, {"close": np.nan}, {"upper": Lids().upper[::-1]}, {"inner": (np.inf, 0, 0)}):
        with pytest.raises(YewfinchError):
            checked(replace(Lids(), **wrong))


@pytest.mark.parametrize("who", ["woman", "child"])
def test_margins_of_another_head_are_met_on_photos(who):
    # the lines of a base head, which was made without these curves, seen by three cameras, drawn by a shaking hand
    sitter = new_portrait(Figure(Person(sex=0.3, age=40.0, seed=11) if who == "woman" else PRESETS[who][1]))
    eye = sitter.pieces["eye_left"].eye
    rng = np.random.default_rng(3)
    drawn = []
    for turn in (0.0, 35.0, -25.0):
        camera = View().turned(turn, 5.0).fit(np.array([[-90, -130, -100], [90, 130, 110]], float), 900, 1200)
        camera = camera.camera(900, 1200)
        for key, upper in (("lid_upper_l", True), ("lid_lower_l", False)):
            seen = camera.project(sitter.line(key))
            drawn.append(DrawnMargin(camera, seen + rng.normal(0, 0.3, seen.shape), upper))
    lids, median = fitted(Lids(), eye, drawn)
    assert median < 0.25
    truth = to_own(lids, eye, sitter.line("lid_upper_l"))
    made = _margin(lids, eye, upper=True)
    away = np.linalg.norm(truth[:, None, :2] - made[None, :, :2], axis=2).min(axis=1)
    assert np.median(away) < 0.4
    with pytest.raises(YewfinchError, match="drawn"):
        fitted(Lids(), eye, [])
    sitter.history.close()


def _lump(edge):
    lump = cube_sphere(edge, 80.0)
    return Surface(lump.positions * np.float32([0.9, 1.3, 1.1]), lump.faces)


@pytest.mark.parametrize("side", [1, -1])
def test_joined_lids_are_one_closed_skin_of_even_quads(side):
    lump = _lump(60)
    eye = Eye((31.0 * side, 10.0, 66.0), (0.0, 10.0, 66.0), target=(0.0, 10.0, 1e5))
    lids = replace(Lids(), side=side, fold=1.5)
    made = joined(lump, lids, eye)
    tri = np.concatenate([made.faces[:, [0, 1, 2]], made.faces[:, [0, 2, 3]]])
    tri = tri[(tri[:, 0] != tri[:, 1]) & (tri[:, 1] != tri[:, 2]) & (tri[:, 0] != tri[:, 2])]
    body = trimesh.Trimesh(made.positions, tri, process=False)
    assert body.is_watertight and body.is_winding_consistent and body.euler_number == 2 and body.body_count == 1
    assert 0.9 < body.volume / trimesh.Trimesh(lump.positions, lump.triangles()).volume < 1.0
    assert len(crossings(made.positions, tri)) == 0
    # the margins are where the lids' own body has them
    for rows, upper in ((made.upper, True), (made.lower, False)):
        line = _margin(lids, eye, upper)
        line = np.concatenate([line[:-1] + t * np.diff(line, axis=0) for t in np.linspace(0, 1, 9)])
        away = np.linalg.norm(to_own(lids, eye, made.positions[rows])[:, None] - line[None], axis=2).min(axis=1)
        assert away.max() < 0.25
    # all new faces but those of the bag's back are quads
    new = np.flatnonzero(made.faces[:, 2] == made.faces[:, 3])
    assert len(new) == len(made.upper) + len(made.lower) - 2
    off = off_the_eye(eye, made.positions[np.linalg.norm(made.positions - eye.place, axis=1) < 14.0])
    assert off.min() > 0.02


def test_lids_are_not_joined_to_clay_that_is_elsewhere_or_too_coarse():
    far = Eye((0.0, 0.0, 400.0), (0.0, 0.0, 400.0), target=(0.0, 0.0, 1e5))
    with pytest.raises(YewfinchError, match="clay"):
        joined(_lump(40), Lids(), far)
    near = Eye((31.0, 10.0, 66.0), (0.0, 10.0, 66.0), target=(0.0, 10.0, 1e5))
    with pytest.raises(YewfinchError, match="coarse"):
        joined(_lump(10), Lids(), near)
