"""Stencils: what goes through, where it lies, warped, tiled, mirrored, on slopes."""

from dataclasses import replace

import numpy as np
import pytest

from tests.sculpt.clay import quarter, sheet
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.formats import container
from yewfinch.core.formats.stamp_records import StencilRecord, stencil_of
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stamps import own_stamps
from yewfinch.core.sculpt.stencil import HANDLES, MOST, STRAIGHT, WIDEST, Stencil, straight
from yewfinch.core.sculpt.stroke import StrokeContext
from yewfinch.core.sculpt.toolbox import tool
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.sight.view import View

CAMERA = View(target=(0.0, 0.0, 0.0), distance=300.0).camera(600, 400)


def passed(stencil, points, normals=None, camera=CAMERA, **how):
    points = np.asarray(points, np.float32)
    normals = np.tile(np.float32([0, 0, 1]), (len(points), 1)) if normals is None else np.asarray(normals, np.float32)
    out = np.ones(len(points), np.float32)
    stencil.weigh(camera, points, normals, out, **how)
    return out


def in_view(stencil, u, v, camera=CAMERA):
    """The point of the plane z = 0 that lies under a place of the stencil."""
    corner, across, up = stencil.axes(camera.width, camera.height)
    origin, way = camera.ray(*(corner + u * across + v * up))
    return origin - way * (origin[2] / way[2])


@pytest.mark.parametrize("flat", [False, True])
@pytest.mark.parametrize("changes", [{}, {"angle": 37.0}, {"at": (0.12, -0.2), "width": 0.3}, {"invert": True}])
def test_only_what_is_white_goes_through_where_the_picture_lies(changes, flat):
    camera = View(target=(0.0, 0.0, 0.0), distance=300.0, orthographic=flat).camera(600, 400)
    stencil = Stencil(quarter()).changed(**changes)
    points = [
        in_view(stencil, u, v, camera)
        for u, v in ((0.25, 0.75), (0.75, 0.75), (0.25, 0.25), (0.75, 0.25), (-0.1, 0.5), (0.5, 1.1))
    ]
    want = [1, 0, 0, 0, 0, 0] if not changes.get("invert") else [0, 1, 1, 1, 0, 0]
    np.testing.assert_allclose(passed(stencil, points, camera=camera), want, atol=0.02)


def test_tiles_repeat_the_picture():
    stencil = Stencil(quarter()).changed(tiles=3)
    points = [
        in_view(stencil, (i + a) / 3, (j + b) / 3)
        for i in range(3)
        for j in range(3)
        for a, b in ((0.25, 0.75), (0.75, 0.25))
    ]
    np.testing.assert_allclose(passed(stencil, points), [1, 0] * 9, atol=0.05)


def test_a_warped_stencil_lets_through_where_its_handles_went():
    warp = [(u + 0.25, v) for u, v in STRAIGHT]  # all of it to the right
    stencil = Stencil(quarter()).changed(warp=tuple(warp))
    points = [in_view(stencil, u, v) for u, v in ((0.5, 0.75), (0.1, 0.75), (1.0, 0.75), (0.5, 0.2))]
    np.testing.assert_allclose(passed(stencil, points), [1, 0, 0, 0], atol=0.05)
    # one handle drawn aside takes its surroundings along, the far side stays
    warp = list(STRAIGHT)
    warp[HANDLES + 1] = (warp[HANDLES + 1][0] + 0.12, warp[HANDLES + 1][1])
    bent = Stencil(quarter()).changed(warp=tuple(warp))
    assert passed(bent, [in_view(bent, 0.9, 0.9)])[0] == passed(Stencil(quarter()), [in_view(bent, 0.9, 0.9)])[0]
    assert not np.array_equal(bent.picture[0], Stencil(quarter()).picture[0])


def test_nothing_goes_through_where_clay_turns_away():
    stencil = Stencil(quarter()).changed(steepest=60.0)
    point = in_view(stencil, 0.25, 0.75)
    eye = CAMERA.position - point
    eye /= np.linalg.norm(eye)
    side = np.cross(eye, (0, 1, 0))
    side /= np.linalg.norm(side)
    for degrees, low, high in ((0, 0.98, 1.01), (40, 0.98, 1.01), (53, 0.2, 0.8), (61, -0.01, 0.01), (85, -0.01, 0.01)):
        a = np.radians(degrees)
        assert low <= passed(stencil, [point], [np.cos(a) * eye + np.sin(a) * side])[0] <= high


def test_the_other_side_gets_the_mirror_image():
    stencil = Stencil(quarter()).changed(at=(0.45, 0.0), width=0.4)
    points = np.array([in_view(stencil, u, v) for u, v in ((0.25, 0.75), (0.75, 0.25))])
    image = points * (-1, 1, 1)
    np.testing.assert_array_equal(passed(stencil, image, mirrored=True), passed(stencil, points))
    assert passed(stencil, image)[0] == 0.0  # and without it there is nothing


def test_a_stroke_goes_through_a_stencil_only():
    stencil = Stencil(quarter()).changed(width=0.25, tiles=4)
    portrait, piece = sheet(161)
    spec = tool("clay")
    ctx = StrokeContext(portrait, piece, replace(spec.settings, size=14.0), False)
    ctx.through = lambda points, normals, weights, mirrored: stencil.weigh(
        CAMERA, points, normals, weights, mirrored=mirrored
    )
    stroke = spec.make(ctx)
    next(stroke)
    for k, x in enumerate(np.linspace(-40, 40, 40)):
        try:
            stroke.send(
                PointerEvent(
                    "press" if k == 0 else "release" if k == 39 else "move",
                    np.array([x, 0.0, 300.0]),
                    np.array([0.0, 0.0, -1.0]),
                )
            )
        except StopIteration:
            break
    at = piece.surface.positions
    moved = at[:, 2] > 1e-4
    blocked = passed(stencil, at, piece.surface.normals * 0 + np.float32([0, 0, 1])) < 0.02
    assert (
        moved.sum() > 50 and not (moved & blocked).sum() > 0.12 * moved.sum()
    )  # rows near an edge have moved through it


@pytest.mark.parametrize(
    ("changes", "words"),
    [
        ({"width": float("nan")}, "not a number"),
        ({"at": (float("inf"), 0)}, "not a number"),
        ({"warp": ((0, 0),)}, "16 handles"),
    ],
)
def test_what_makes_no_sense(changes, words):
    with pytest.raises(YewfinchError, match=words):
        Stencil(quarter()).changed(**changes)


def test_numbers_are_kept_within_limits():
    s = Stencil(quarter()).changed(width=1e6, tiles=900, opacity=5, steepest=200, angle=725)
    assert (s.width, s.tiles, s.opacity, s.steepest, s.angle) == (WIDEST, MOST, 1.0, 90.0, 5.0)


def test_a_portraits_stencil_is_written_and_read_and_nonsense_is_refused(tmp_path):
    portrait = new_portrait()
    held = Stencil(own_stamps()[1]).changed(
        at=(0.1, -0.2), width=0.9, angle=33.0, tiles=4, invert=True, warp=((0.1, 0.1), *straight()[1:])
    )
    portrait.set_field("stencil", held, "Lay a stencil")
    path = tmp_path / "a.yewfinch"
    container.save(portrait, path)
    back = container.load(path).stencil
    assert back.stamp is own_stamps()[1]
    for name in ("at", "width", "angle", "tiles", "invert", "opacity", "steepest", "warp"):
        assert getattr(back, name) == getattr(held, name)
    portrait.history.undo()
    container.save(portrait, path)
    assert container.load(path).stencil is None
    good = StencilRecord(own_stamps()[0].id, (0.0, 0.0), 0.6, 0.0, 1, False, 0.5, 75.0, [tuple(p) for p in straight()])
    assert stencil_of(good, (), "a").stamp is own_stamps()[0]
    for key, value in (("stamp", "gone"), ("warp", [(0.0, 0.0)]), ("width", float("nan")), ("at", (0.0, float("inf")))):
        bad = StencilRecord(**{**{k: getattr(good, k) for k in good.__struct_fields__}, key: value})
        with pytest.raises(BadFileError, match="stencil"):
            stencil_of(bad, (), "a")
