"""Lines and outlines drawn on photos as observations, and the surface that is bent to them."""

from dataclasses import replace

import cv2
import numpy as np
import pytest

from benchmarks.other_heads import photographed
from yewfinch.core.anatomy.figure.head_lines import head_lines
from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.document.verbs.fitting import SurfaceFit, person_of
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sight.view import View
from yewfinch.core.sitter import _surface_fit_kernels, surface_fit
from yewfinch.core.sitter.alignment import procrustes
from yewfinch.core.sitter.depth_map import DepthMap
from yewfinch.core.sitter.drawn_lines import contour, curve_of, landmarks_on
from yewfinch.core.sitter.joint import digest, solve_sitter
from yewfinch.core.sitter.outlines import Gap
from yewfinch.core.sitter.photo import KnownDistance, Sitter
from yewfinch.demo.shapes import cube_sphere


def outline(camera, surface, above):
    """The silhouette as OpenCV finds it in a picture of depths, as far as it lies above a height of the photo."""
    depth = DepthMap(camera)
    depth.draw({"head": surface})
    found, _ = cv2.findContours(np.isfinite(depth.depth).astype(np.uint8), cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
    line = (max(found, key=len)[:, 0].astype(float) + 0.5) / depth.scale
    keep = line[:, 1] < above
    line = np.roll(line, -int(np.flatnonzero(~keep)[0]), axis=0)
    return tuple(map(tuple, line[line[:, 1] < above][::12].tolist()))


@pytest.fixture(scope="module")
def drawn():
    """A random person's head with bumps that no landmark tells of, in four photos with lips and outlines drawn."""
    rng = np.random.default_rng(21)
    pieces, anchors, lines = figures().pieces(Figure(Person(sex=1.0, age=40.0, seed=5, asymmetry=1.0), level=1))
    head = pieces["head"].surface.copy()
    p, n = head.positions.astype(float), head.normals.astype(float)
    bump = np.zeros(len(p))
    for at in ((60, 40, 60), (-60, 40, 60), (0, 100, 60), (0, 120, -30), (-65, -40, 40), (65, -40, 40), (0, 60, -95)):
        bump += rng.choice([-4.0, 4.0]) * np.exp(-((p - at) ** 2).sum(axis=1) / (2 * 25.0**2))
    head.set_rows(np.arange(len(p), dtype=np.int32), (p + n * bump[:, None]).astype(np.float32))
    truth = {k: a.on(head if a.piece == "head" else pieces[a.piece].surface).astype(float) for k, a in anchors.items()}
    session = photographed(rng, truth, 4)
    photos = []
    for photo, shot in zip(session.photos, session.shots, strict=True):
        camera = Camera(
            shot.rotation,
            -shot.rotation.T @ shot.shift,
            shot.focal,
            photo.width,
            photo.height,
            (photo.width / 2, photo.height / 2),
        )
        curves = {}
        for key in ("lip_upper", "lip_lower"):
            points = camera.project(np.array([a.on(head) for a in lines[key]]))
            curves[key] = tuple(map(tuple, points[::3].tolist()))
        curves["face_outline"] = outline(camera, head, camera.project(truth["gn"][None])[0, 1])
        photos.append(replace(photo, curves=curves))
    mm = float(np.linalg.norm(truth["ex_l"] - truth["ex_r"]))
    return head, truth, Sitter(tuple(photos), known=(KnownDistance("ex_l", "ex_r", mm, 0.3),))


def off(points, truth):
    keys = [k for k in points if k in truth]
    x, y = np.array([points[k] for k in keys]), np.array([truth[k] for k in keys])
    return np.sqrt(((procrustes(x, y, scaled=True).to_sitter(x) - y) ** 2).sum(axis=1).mean())


def test_lines_make_the_landmarks_surer_and_no_worse(drawn):
    _, truth, sitter = drawn
    bare = replace(sitter, photos=tuple(replace(p, curves={}) for p in sitter.photos))
    assert digest(bare) != digest(sitter)
    _, without = solve_sitter(bare)
    _, with_lines = solve_sitter(sitter)
    seen = [k for k in without.seen if k in with_lines.seen]
    spreads = np.array([[s.spread(k) for k in seen] for s in (without, with_lines)])
    assert (spreads[1] < spreads[0] + 0.05).all()
    assert np.median(spreads[1] / spreads[0]) < 0.98
    assert off({k: with_lines.points[with_lines.index(k)] for k in seen}, truth) < 1.1 * off(
        {k: without.points[without.index(k)] for k in seen}, truth
    )


def test_few_marks_and_an_outline_tell_more_than_few_marks():
    # a nose tip that is not marked, on a profile whose outline is drawn
    maker = figures()
    pieces, anchors, _ = maker.pieces(Figure(Person(sex=1.0, age=40.0, dials={"bridge": 1.5, "tip": 1.0}), level=1))
    head = pieces["head"].surface
    truth = {k: a.on(head if a.piece == "head" else pieces[a.piece].surface).astype(float) for k, a in anchors.items()}
    camera = View(88, 0, (0, -10, 20), 1300, 85).camera(1200, 1500)
    keys = ("en_l", "ex_l", "ch_l", "t_l", "sba_l", "sa_l", "gn", "g", "al_l")
    marks = {k: tuple(camera.project(truth[k])[0]) for k in keys}
    line = outline(camera, head, camera.project(truth["gn"][None])[0, 1])
    off_tip = {}
    for curves in ({}, {"face_outline": line}):
        photo = photographed(np.random.default_rng(0), truth, 1).photos[0]
        photo = replace(photo, width=1200, height=1500, lens=85.0, marks=marks, curves=curves)
        _, found = solve_sitter(Sitter((photo,)))
        lay = procrustes(
            np.array([found.points[found.index(k)] for k in keys]), np.array([truth[k] for k in keys]), scaled=True
        )
        tip = lay.to_sitter(found.points[found.index("prn")]) - truth["prn"]
        off_tip[bool(curves)] = np.linalg.norm(tip[1:])  # across the picture
    assert off_tip[True] < 0.75 * off_tip[False]


def test_the_contour_of_a_ball_is_a_circle_square_to_the_view():
    ball = cube_sphere(16, 100.0)
    eye = np.array([0.0, 0.0, 1000.0])
    points = ball.positions.astype(float)
    ends, part, normal = contour(points, ball.faces, eye)
    at = points[ends[:, 0]] * (1 - part)[:, None] + points[ends[:, 1]] * part[:, None]
    # tangent cone of a sphere of radius r from distance d: the circle lies r * r / d before the middle
    np.testing.assert_allclose(at[:, 2], 100.0**2 / 1000, atol=1.5)
    np.testing.assert_allclose(np.linalg.norm(at[:, :2], axis=1), 100 * np.sqrt(1 - 0.1**2), atol=1.0)
    assert np.abs((normal * (eye - at)).sum(axis=1)).max() < 25.0  # square to the line of sight, of 1000 mm
    assert len(part) > 60


def test_lines_follow_landmarks_exactly_where_they_run_through_them():
    made = head_lines()
    assert set(made.lines) == {k for k, c in CURVES.items() if c.kind == "line"}
    step = np.zeros((len(made.keys), 3))
    step[made.keys.index("ch_l")] = (3.0, -2.0, 1.0)
    line = made.lines["lip_upper"]
    moved = line.weights @ step
    np.testing.assert_allclose(moved[-1], (3.0, -2.0, 1.0), atol=0.4)  # its last point is the left corner of the mouth
    assert np.linalg.norm(moved[0]) < 0.3
    assert landmarks_on("lid_upper_r") == {"en_r", "ex_r"}
    assert landmarks_on("lip_upper") == {"ch_r", "cph_r", "ls", "cph_l", "ch_l"}
    assert curve_of("brow_l", swapped=True) == "brow_r"
    assert curve_of("face_outline", swapped=True) == "face_outline"


# --- the surface -----------------------------------------------------------------------------


def test_the_bending_kernel_equals_numpy():
    rng = np.random.default_rng(2)
    points, places, pulls = rng.normal(0, 60, (50, 3)), rng.normal(0, 60, (30, 3)), rng.normal(size=(30, 3))
    out = np.empty((50, 3))
    _surface_fit_kernels.evaluate(points, places, pulls, 3.0, 40.0, 1.2, 16.0, out)
    np.testing.assert_allclose(out, surface_fit._kernel(points, places) @ pulls, atol=1e-4)


def test_landmarks_are_met_as_surely_as_they_are_known_and_lines_across_only():
    marks = {"prn": np.zeros(3), "gn": np.array([0.0, -100.0, 0.0])}
    steps = {"prn": np.array([0.0, 0.0, 2.0]), "gn": np.array([2.0, 0.0, 0.0])}
    bend = surface_fit.bending(marks, steps, {"prn": np.full(3, 0.05), "gn": np.full(3, 30.0)}, ())
    np.testing.assert_allclose(bend.at(np.zeros((1, 3)))[0], (0, 0, 2), atol=0.02)
    assert np.linalg.norm(bend.at(marks["gn"][None])) < 0.4  # hardly known: hardly moved
    assert np.linalg.norm(bend.at(np.array([[400.0, 0, 0]]))) < 1e-3
    assert bend.still_open(np.zeros((1, 3)))[0] < 0.05
    assert bend.still_open(np.array([[300.0, 0, 0]]))[0] > 0.99
    spots = np.stack([np.linspace(-30, 30, 13), np.zeros(13), np.zeros(13)], axis=1)
    ways = np.tile((0.0, 3.0, 0.0), (13, 1))
    gap = Gap("face_outline", "a", spots[:, :2], spots[:, :2], np.full(13, 3.0), spots, ways)
    moved = surface_fit.bending({}, {}, {}, (gap,)).at(spots)
    np.testing.assert_allclose(moved[:, 1], 3.0, atol=0.3)
    assert np.abs(moved[:, [0, 2]]).max() < 1e-9
    far = replace(gap, signed=np.full(13, 40.0), ways=ways * 13)  # hair, not the head
    with pytest.raises(Exception, match="Neither landmarks nor drawn lines"):
        surface_fit.bending({}, {}, {}, (far,))


def surface_off(portrait, head, truth, keep):
    """Root mean square distance of places of the clay from the true surface, mm, by libigl."""
    import igl

    clay = portrait.landmarks()
    keys = [k for k in portrait.sitter.solution.seen if k in clay]
    lay = procrustes(np.array([clay[k] for k in keys]), np.array([truth[k] for k in keys]))
    points = lay.to_sitter(portrait.surface("head").positions.astype(float)[keep])
    triangles = np.concatenate([head.faces[:, :3], head.faces[:, [0, 2, 3]]]).astype(np.int64)
    square, _, _ = igl.point_mesh_squared_distance(points, head.positions.astype(float), triangles)
    return float(np.sqrt(square.mean()))


def test_the_fitted_surface_meets_outlines_and_says_what_was_not_seen(drawn):
    head, truth, sitter = drawn
    portrait = new_portrait(Figure(Person(sex=0.5, age=40.0), level=1))
    portrait.sitter, _ = solve_sitter(sitter)
    maker = figures()
    person = person_of(portrait, maker.shaper, portrait.figure.person, lopsided=True)
    portrait.perform(maker.steer(portrait, person, "fit"))
    p = portrait.surface("head").positions
    keep = (p[:, 1] > -60) & (np.abs(p[:, 0]) < 60) & (p[:, 1] < 140)
    by_landmarks = surface_off(portrait, head, truth, keep)
    before = p.copy()
    edit, fit = SurfaceFit(portrait, "head").carry_out()
    np.testing.assert_array_equal(portrait.surface("head").positions, before)  # nothing is carried out yet
    portrait.append(edit.changes)
    assert surface_off(portrait, head, truth, keep) < min(0.92 * by_landmarks, 1.3)
    assert fit.lines >= 8 and fit.sized
    assert "drawn lines, which moved the surface by up to" in fit.words()
    portrait.history.undo()
    assert portrait.figure.person != person  # both steps are one
    only = replace(sitter, photos=tuple(replace(q, curves={}) for q in sitter.photos[:1]), known=())
    portrait.sitter, _ = solve_sitter(only)
    job = SurfaceFit(portrait, "head")
    assert job.photos == []
    assert "size was not measured" in job.without_lines().words()


def test_masked_clay_stays_when_the_surface_is_fitted(drawn):
    _, _, sitter = drawn
    portrait = new_portrait(Figure(Person(sex=0.5, age=40.0), level=1))
    portrait.sitter, _ = solve_sitter(sitter)
    surface = portrait.surface("head")
    held = surface.positions[:, 0] > 0
    surface.channels.mask[held] = 255
    edit, _ = SurfaceFit(portrait, "head").carry_out()
    assert not held[edit.changes[0].rows].any()
    assert len(edit.changes[0].rows) > 1000
