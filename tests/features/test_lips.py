"""Lips: measures as set, nothing crosses, drawn lines met, creases along the lips; judged by landmarks and trimesh."""

import cv2
import numpy as np
import pytest
import trimesh

from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.verbs import lips as verbs
from yewfinch.core.features.clearing import kept_apart
from yewfinch.core.features.lips.jaw import hinge_of, turn_for
from yewfinch.core.features.lips.lip_creases import Creases, creased
from yewfinch.core.features.lips.lip_fit import DrawnLine, Known, fitted
from yewfinch.core.features.lips.lip_measures import SETTABLE, USUAL, part_of, read, with_measure
from yewfinch.core.features.lips.lip_skin import LipSkin, lips_of
from yewfinch.core.features.lips.lips import MIDDLE, POINTS, Lips, checked, evenly, frame_of
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sight.view import View
from yewfinch.demo.shapes import cube_sphere

#: By how much measures are changed, mm: about two spreads of people's (Farkas 1994, from memory).
_BY = {
    "width": 6.0, "height": 3.0, "upper": 2.5, "lower": 2.5, "bow": 1.0, "bow_width": 2.0, "wave": 1.0, "corners": 3.0,
    "slant": 2.0, "corner_depth": 2.0, "corner_turn": 0.8, "roll_upper": 1.5, "roll_lower": 1.5, "forward_upper": 2.5,
    "forward_lower": 2.5, "part": 8.0, "full_upper": 1.0, "full_lower": 1.0, "philtrum": 0.8,
}  # fmt: skip


def _arc(wide, middle, depth, high):
    """A line from corner to corner on an arch: half a parabola high, another one deep."""
    s = np.linspace(-1.0, 1.0, POINTS)
    return np.stack([wide * s, middle + high * (1 - s**2), -depth * s**2], axis=1)


def _plain(wide=25.0):
    return Lips(_arc(wide, 0, 14, 8.0), _arc(wide, 0, 14, 0.0), _arc(wide, 0, 14, -0.3), _arc(wide, 0, 14, -9.0))


@pytest.fixture
def skin(portrait):
    return LipSkin(portrait.surface("head"), verbs.lines_on(portrait, "head"), portrait.landmarks())


def _moved(portrait, skin, lips):
    rows, goes = skin.to(lips, wide=True)
    portrait.surface("head").set_rows(rows.astype(np.int32), goes.astype(np.float32))


def test_measures_of_plain_arcs_are_their_closed_forms():
    found = read(_plain(), {})
    assert found.width == pytest.approx(50.0, abs=1e-9)
    assert (found.upper, found.lower) == pytest.approx((8.0, 8.7), abs=1e-6)
    assert found.corner_depth == pytest.approx(14.0, abs=1e-6)
    assert (found.slant, found.roll_upper, found.part) == pytest.approx((0.0, 0.0, 0.0), abs=1e-6)
    assert found.height is None and found.forward_upper is None
    sn = {"sn": np.array([0.0, 20.0, 3.0]), "prn": np.array([0.0, 30.0, 20.0]), "pg": np.array([0.0, -30.0, 20.0])}
    assert read(_plain(), sn).height == pytest.approx(20.0)
    assert read(_plain(), sn).forward_upper == pytest.approx(-20.0)  # the line stands upright, 20 mm before


def test_a_base_head_has_measures_as_people_have_them():
    for sex in (0.0, 1.0):
        p = new_portrait(Figure(Person(sex=sex, age=22)))
        found = read(verbs.held(p).lips, p.landmarks())
        for key in ("width", "height", "upper", "lower"):
            low, high = USUAL[key]
            assert low - 1.0 <= getattr(found, key) <= high + 1.0, key
        wide = np.linalg.norm(p.landmark("ch_l") - p.landmark("ch_r"))
        assert found.width == pytest.approx(wide, abs=0.05)
        p.history.close()


@pytest.mark.parametrize("key", SETTABLE)
def test_what_is_set_is_read_off_the_clay_again_and_nothing_crosses(portrait, skin, key):
    landmarks, head = portrait.landmarks(), portrait.surface("head")
    was = getattr(read(skin.lips, landmarks), key)
    rest = head.positions.astype(float).copy()
    triangles = head.triangles()
    for by in (-_BY[key], _BY[key]) if key != "part" else (2.0, _BY[key], 20.0):
        wanted = with_measure(skin.lips, landmarks, key, was + by)
        _moved(portrait, skin, wanted)
        again = read(lips_of(head, verbs.lines_on(portrait, "head"), portrait.landmarks()), portrait.landmarks())
        near = 0.3 if key == "bow_width" else max(0.12, 0.03 * abs(by))  # the bow's peaks are flat
        assert getattr(again, key) == pytest.approx(was + by, abs=near), by
        changed = (head.positions != rest).any(axis=1)
        assert len(crossings(head.positions, triangles, changed[triangles].any(axis=1))) == 0
    _moved(portrait, skin, with_measure(skin.lips, landmarks, key, was))
    assert np.abs(head.positions - rest).max() < 2e-3


def test_landmarks_of_the_lips_go_where_measures_say(portrait, skin):
    """The landmarks are tied to the clay by themselves: they judge what the lines are set to."""
    landmarks = portrait.landmarks()
    start = {k: portrait.landmark(k).copy() for k in ("ch_l", "ch_r", "ls", "li", "sto", "cph_l", "cph_r", "sn")}
    _moved(portrait, skin, with_measure(skin.lips, landmarks, "width", read(skin.lips, landmarks).width + 5.0))
    assert np.linalg.norm(portrait.landmark("ch_l") - portrait.landmark("ch_r")) == pytest.approx(
        np.linalg.norm(start["ch_l"] - start["ch_r"]) + 5.0, abs=0.05
    )
    _moved(portrait, skin, with_measure(skin.lips, landmarks, "upper", read(skin.lips, landmarks).upper + 2.0))
    assert portrait.landmark("ls")[1] - start["ls"][1] == pytest.approx(2.0, abs=0.1)
    assert np.linalg.norm(portrait.landmark("li") - start["li"]) < 0.15
    _moved(portrait, skin, with_measure(skin.lips, landmarks, "height", read(skin.lips, landmarks).height + 2.0))
    for key in ("ls", "li", "sto", "ch_l"):
        assert portrait.landmark(key)[1] - start[key][1] == pytest.approx(-2.0, abs=0.1), key
    assert np.linalg.norm(portrait.landmark("sn") - start["sn"]) < 0.1  # what is under the nose stays


def test_parted_lips_are_open_to_rays_and_the_chin_turns_about_the_ears(portrait, skin):
    landmarks, head = portrait.landmarks(), portrait.surface("head")
    chin, nose = portrait.landmark("pg").copy(), portrait.landmark("prn").copy()
    hinge = hinge_of(skin.lips, landmarks)
    _moved(portrait, skin, with_measure(skin.lips, landmarks, "part", 15.0))
    mesh = trimesh.Trimesh(head.positions, head.triangles(), process=False)
    middle = portrait.line("mouth_line")[12]
    heights = np.arange(middle[1] - 22.0, middle[1] + 4.0, 0.25)
    origins = np.stack([np.full(len(heights), 0.01), heights, np.full(len(heights), 200.0)], axis=1)
    deep = np.full(len(heights), -np.inf)
    at, ray, _ = mesh.ray.intersects_location(origins, np.tile([0.0, 0.0, -1.0], (len(heights), 1)))
    np.maximum.at(deep, ray, at[:, 2])
    into = (deep < middle[2] - 12.0)[heights < middle[1]][::-1]  # from the upper lip's edge down
    run = np.flatnonzero(np.diff(np.r_[0, into.astype(int), 0]))
    # what counts as closed is 0.8 mm; edges are round, so that 1 to 1.5 mm of each is no opening
    assert np.diff(run)[0] * 0.25 == pytest.approx(15.8 - 2.2, abs=1.4)
    for before, now in ((chin, portrait.landmark("pg")), (nose, portrait.landmark("prn"))):
        away = [np.linalg.norm((p - hinge)[1:]) for p in (before, now)]
        assert away[0] == pytest.approx(away[1], abs=0.4)  # on a circle about the hinge
    turn = turn_for(15.0, skin.lips, hinge)
    assert np.linalg.norm(portrait.landmark("pg") - chin) == pytest.approx(
        2 * np.sin(turn / 2) * np.linalg.norm((chin - hinge)[1:]), rel=0.05
    )
    assert np.linalg.norm(portrait.landmark("prn") - nose) < 0.3


def test_masked_clay_stays_and_what_is_far_off_too(portrait):
    head = portrait.surface("head")
    at = head.positions.astype(float)
    held = (at[:, 0] > 0.0).astype(float)
    skin = LipSkin(head, verbs.lines_on(portrait, "head"), portrait.landmarks(), held)
    rows, goes = skin.to(with_measure(skin.lips, portrait.landmarks(), "width", 64.0))
    step = np.linalg.norm(goes - at[rows], axis=1)
    assert step[at[rows, 0] > 0.0].max() < 1e-9 and step[at[rows, 0] < -10.0].max() > 2.0
    assert np.linalg.norm(goes - at[rows], axis=1)[at[rows, 1] > 10.0].max(initial=0.0) < 1e-9


def test_random_lips_do_not_cross_themselves(portrait, skin):
    """12 settings of all measures at once, most within what people have, some open."""
    landmarks, head, rng = portrait.landmarks(), portrait.surface("head"), np.random.default_rng(5)
    start, at = read(skin.lips, landmarks), head.positions.astype(float)
    near = np.zeros(len(head), bool)
    near[skin.wide_rows] = True
    triangles = head.triangles()
    triangles = triangles[near[triangles].all(axis=1)]
    bad = []
    for _ in range(12):
        lips = skin.lips
        for key in SETTABLE:
            if key != "part":
                lips = with_measure(lips, landmarks, key, getattr(start, key) + rng.normal(0, 0.35) * _BY[key])
        lips = with_measure(lips, landmarks, "part", float(rng.choice([0.0, 0.0, 4.0, 12.0])))
        rows, goes = skin.to(lips)
        now = at.copy()
        now[rows] = goes
        bad.append(len(crossings(now, triangles)))
    assert sum(n > 0 for n in bad) <= 1, bad


@pytest.mark.parametrize("seed", range(4))
def test_drawn_lines_of_invented_lips_are_met(seed):
    """Lines from closed forms, seen through OpenCV's own camera with a hand that shakes."""
    rng = np.random.default_rng(seed)
    wide = rng.uniform(22, 30)
    s = np.linspace(-1.0, 1.0, 61)
    depth, slant = rng.uniform(10, 18), rng.normal(0, 1.0)

    def line(high, bow):
        y = high * (1 - s**2) + bow * np.exp(-((np.abs(s) - 0.22) ** 2) / 0.02) * (high > 1) + slant * s
        return np.stack([wide * s, y, -depth * s**2 + 2.0 * (1 - s**2) * np.sign(high)], axis=1)

    truth = {
        "lip_upper": line(rng.uniform(6, 10), rng.uniform(0, 2)),
        "mouth_line": line(rng.uniform(-1.0, 1.0), 0.0),
        "lip_lower": line(-rng.uniform(7, 12), 0.0),
    }
    drawn = []
    for turn in (0.0, 40.0, -35.0):
        camera = View(turn, rng.uniform(-8, 8), (0.0, 0.0, 0.0), rng.uniform(500, 900), 85.0, False).camera(1000, 1000)
        shake = 0.15 / camera.mm_per_pixel(np.zeros(3))
        for key, points in truth.items():
            seen = _by_opencv(camera, points)
            drawn.append(DrawnLine(camera, seen + rng.normal(0, 0.5 * shake, seen.shape), key))
    lips, off = fitted(_plain(), drawn)
    assert off < 0.25
    for key, row in (("lip_upper", 0), ("mouth_line", 1), ("lip_lower", 3)):
        away = np.linalg.norm(lips.lines[row][2:-2, None] - evenly(truth[key], 400)[None], axis=2).min(axis=1)
        assert np.median(away) < 0.5, key
    known = [Known("ls", truth["lip_upper"][30], 0.8)]
    assert abs(fitted(_plain(), drawn[:3], known)[0].upper[MIDDLE, 2] - truth["lip_upper"][30, 2]) < 2.0


def _by_opencv(camera, points):
    """Pixels of points by another library, from the camera's rays: its place and its axes."""
    origin = np.asarray(camera.ray(500.0, 500.0)[0])
    middle, right, down = (np.asarray(camera.ray(*p)[1]) for p in ((500.0, 500.0), (600.0, 500.0), (500.0, 600.0)))
    z = middle / np.linalg.norm(middle)
    x = right / (right @ z) - z
    focal = 100.0 / np.linalg.norm(x)
    x /= np.linalg.norm(x)
    y = down / (down @ z) - z
    turn = np.stack([x, y / np.linalg.norm(y), z])
    matrix = np.array([[focal, 0, 500.0], [0, focal, 500.0], [0, 0, 1.0]])
    seen, _ = cv2.projectPoints(points, cv2.Rodrigues(turn)[0], -turn @ origin, matrix, None)
    return seen[:, 0]


def test_lines_that_change_places_and_numbers_that_are_none_are_refused():
    with pytest.raises(YewfinchError, match="change places"):
        with_measure(_plain(), {}, "upper", -2.0)
    with pytest.raises(YewfinchError, match="too narrow"):
        with_measure(_plain(), {}, "width", 5.0)
    bad = _plain().lines
    bad[0, 3, 1] = np.nan
    with pytest.raises(YewfinchError, match="number that is none"):
        checked(Lips(*bad))
    with pytest.raises(YewfinchError, match="No line of the lips"):
        fitted(_plain(), [])


def _strip(edge):
    """A flat sheet for the red of arcs, of squares with edges so long, and the rows of all of it."""
    x, y = np.arange(-26.0, 26.0, edge), np.arange(-12.0, 12.0, edge)
    grid = np.stack(np.meshgrid(x, y), axis=-1).reshape(-1, 2)
    at = np.column_stack([grid, np.zeros(len(grid))]).astype(np.float32)
    n = np.arange(len(at)).reshape(len(y), len(x))
    faces = np.stack([n[:-1, :-1], n[:-1, 1:], n[1:, 1:], n[1:, :-1]], axis=-1).reshape(-1, 4)
    return Surface(at, faces)


def test_creases_run_from_edge_to_border_as_deep_and_as_far_apart_as_wanted():
    sheet = _strip(0.2)
    lips = Lips(_arc(25, 0, 0, 9.0), _arc(25, 0, 0, 0.0), _arc(25, 0, 0, -0.3), _arc(25, 0, 0, -9.0))
    rows = np.arange(len(sheet))
    upper = (sheet.positions[:, 1] > 0.0).astype(float)
    steps = creased(sheet, lips, rows, upper, Creases(0.3, 2.0, 4))
    assert np.abs(steps[:, :2]).max() < 1e-9 and steps[:, 2].max() <= 0.0  # into the sheet
    assert 0.2 < -steps[:, 2].min() <= 0.3 + 1e-9
    assert steps[np.abs(sheet.positions[:, 1]) > 10.5].any(axis=None) == False  # noqa: E712
    # along a row through the red: about one valley in 2 mm; across it they go on
    line = np.abs(sheet.positions[:, 1] - 4.0) < 0.1
    x, z = sheet.positions[line, 0], steps[line, 2]
    order = np.argsort(x)
    some = np.abs(x[order]) < 15.0
    z = z[order][some]
    valleys = ((z[1:-1] < z[:-2]) & (z[1:-1] <= z[2:]) & (z[1:-1] < -0.03)).sum()
    assert 8 <= valleys <= 20
    grid = steps[:, 2].reshape(-1, 260)
    along, across = np.abs(np.diff(grid, axis=0)).sum(), np.abs(np.diff(grid, axis=1)).sum()
    assert across > 2.5 * along
    other = creased(sheet, lips, rows, upper, Creases(0.3, 2.0, 5))
    assert np.corrcoef(steps[:, 2], other[:, 2])[0, 1] < 0.8
    with pytest.raises(YewfinchError, match=r"too coarse .* 2\.00 mm long"):
        creased(_strip(2.0), lips, np.arange(len(_strip(2.0))), np.ones(len(_strip(2.0))), Creases(0.3, 2.0))
    with pytest.raises(YewfinchError, match="depth of nan mm"):
        creased(sheet, lips, rows, upper, Creases(float("nan")))


def test_sheets_that_would_cross_are_sent_the_same_way():
    ball = cube_sphere(6, 5.0)
    at = np.concatenate([ball.positions, ball.positions + np.float32([11.0, 0, 0])]).astype(float)
    triangles = np.concatenate([ball.triangles(), ball.triangles() + len(ball)])
    steps = np.zeros_like(at)
    steps[: len(ball), 0] = 3.0  # into the other one
    assert len(crossings(at + steps, triangles)) > 0
    kept = kept_apart(at, triangles, steps)
    assert len(crossings(at + kept, triangles)) == 0
    assert kept_apart(at, triangles, np.zeros_like(at)) is not None
    clear = np.zeros_like(at)
    clear[: len(ball), 0] = -3.0
    np.testing.assert_array_equal(kept_apart(at, triangles, clear), clear)


def test_closed_lips_lie_on_each_other_all_along(portrait, skin):
    open_ = with_measure(skin.lips, portrait.landmarks(), "part", 10.0)
    assert part_of(open_) == pytest.approx(10.0, abs=1e-3)
    shut = with_measure(open_, portrait.landmarks(), "part", 0.0)
    up = frame_of(shut).axes[:, 1]
    gaps = (shut.upper_edge - shut.lower_edge) @ up
    assert part_of(shut) == 0.0 and gaps.min() > -1e-9 and gaps.max() < 0.63
