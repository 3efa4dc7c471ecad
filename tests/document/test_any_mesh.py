"""Meshes nobody here made: every operation on pieces gives an edit that holds, or a sentence, and loses nothing."""

import numpy as np
import pytest

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import (
    adapting,
    fusing,
    masking,
    pieces,
    placing,
    symmetrising,
    tidying,
)
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt import mask_makers, masks
from yewfinch.core.shared.errors import BadSurfaceError, YewfinchError
from yewfinch.core.sight.outline import drawn
from yewfinch.core.sight.view import View
from yewfinch.demo.shapes import cube_sphere


def _loose(count):
    at = (
        np.random.default_rng(3).normal(size=(count, 1, 3)) * 80
        + np.random.default_rng(4).normal(size=(count, 3, 3)) * 2
    )
    return Surface(at.reshape(-1, 3), np.arange(3 * count).reshape(-1, 3))


def _open():
    ball = cube_sphere(12)
    return Surface(ball.positions, ball.faces[~(ball.positions[ball.faces][:, :, 1] > 40).all(axis=1)])


def _crossed():
    ball = cube_sphere(10)
    at = ball.positions * np.float32([1.0, 1.0, -0.4]) + np.random.default_rng(1).normal(size=ball.positions.shape) * 15
    return Surface(at, ball.faces)


def _unsound():
    # three sheets on one edge, a face twice, one that has no area, one turned, and vertices nobody uses
    at = [[0, 0, 0], [0, 0, 50], [40, 0, 0], [-40, 0, 0], [0, 40, 20], [5, 5, 5], [400, 1, 1]]
    return Surface(at, [[0, 1, 2], [0, 1, 3], [0, 1, 4], [0, 1, 4], [2, 3, 3], [1, 2, 4]])


MESHES = {
    "open": _open, "crossed": _crossed, "unsound": _unsound,
    "one triangle": lambda: Surface([[0, 0, 0], [30, 0, 0], [0, 30, 0]], [[0, 1, 2]]),
    "loose triangles": lambda: _loose(1500),
    "huge": lambda: Surface(cube_sphere(8).positions * 8000, cube_sphere(8).faces),
    "tiny": lambda: Surface(cube_sphere(8).positions * 1e-5, cube_sphere(8).faces),
    "flat": lambda: Surface(cube_sphere(8).positions * np.float32([1, 1, 0]), cube_sphere(8).faces),
    "far off": lambda: Surface(cube_sphere(8).positions + np.float32([9e5, -9e5, 9e5]), cube_sphere(8).faces),
}  # fmt: skip


def _across(portrait, kind, points):
    low, high = portrait.surface("strange").bounds().astype(float)
    middle, size = (low + high) / 2, float(max((high - low).max(), 1e-3))
    camera = View(distance=4 * size, target=tuple(middle), orthographic=True).camera(800, 600)
    return drawn(camera, np.array([camera.project(np.array([middle + size * np.array(p)]))[0] for p in points]), kind)


def _half_masked(portrait):
    surface = portrait.surface("strange")
    surface.mask[:] = np.where(surface.positions[:, 1:2] >= np.median(surface.positions[:, 1]), 255, 0)


def _shell(p):
    _half_masked(p)
    return masking.make_shell(p, "strange", 2.0, "both")[0]


def _split_off(p):
    _half_masked(p)
    return masking.split_off(p, "strange")[0]


def _refined(p):
    rows = np.arange(min(20, len(p.surface("strange"))), dtype=np.int32)
    at = p.surface("strange").positions[rows].copy()
    stroke = RowsChange("strange", "positions", rows, at, at)
    return Edit("refined", adapting.refined(p, "strange", stroke, 5.0, True))


def _masked(p):
    surface = p.surface("strange")
    for found in (
        mask_makers.hollows(surface),
        mask_makers.facing(surface, np.array([0, 0, 1.0]), 50.0),
        mask_makers.loose_part(surface, 0),
        mask_makers.of_colour(surface, (200, 180, 160)),
        masks.grown(surface),
        masks.shrunk(surface),
    ):
        assert found.shape == (len(surface), 1)
        assert found.dtype == np.uint8


JOBS = {
    "remesh": lambda p: fusing.fuse(p, ["strange"], 6.0),
    "fuse": lambda p: fusing.fuse(p, ["head", "strange"], 12.0, join=5.0),
    "take": lambda p: fusing.fuse(p, ["head"], 12.0, take=["strange"]),
    "mend": lambda p: tidying.mend(p, "strange")[0],
    "reduce": lambda p: tidying.reduce(p, "strange", 200),
    "cut": lambda p: masking.cut_by(p, ["strange"], _across(p, "line", [(-2, 0.1, 0), (2, -0.05, 0)]), keep=True)[0],
    "drill": lambda p: masking.cut_by(p, ["strange"], _across(p, "box", [(-0.2, -0.2, 0), (0.2, 0.2, 0)]), keep=False)[
        0
    ],
    "shell": _shell,
    "split off": _split_off,
    "masks": _masked,
    "look over": lambda p: symmetrising.looked_over(p, "strange", "sitter"),
    "left to right": lambda p: symmetrising.even(p, "strange", "across", "left")[0],
    "both even": lambda p: symmetrising.even(p, "strange", "across", "both")[0],
    "sectors": lambda p: symmetrising.round_axis(p, "strange", 5, 1),
    "refine": _refined,
    "twin": lambda p: pieces.twin(p, "strange")[0],
    "split": lambda p: pieces.split(p, "strange"),
    "mirror": lambda p: pieces.mirror(p, "strange")[0],
    "merge": lambda p: pieces.merge(p, ["head", "strange"]),
    "move": lambda p: placing.moved(
        p, ["strange"], placing.Motion.about((0.0, 0.0, 0.0), (3.0, 0.0, 0.0), (10.0, 20.0, 30.0)), "Move"
    ),
}


@pytest.mark.parametrize("job", JOBS)
@pytest.mark.parametrize("mesh", MESHES)
def test_it_holds_or_says_why(portrait, mesh, job):
    portrait.put_piece(Piece("strange", "Strange", MESHES[mesh]()), "x")
    before = {k: (p.surface.positions.copy(), p.surface.faces.copy()) for k, p in portrait.pieces.items()}
    steps = portrait.history.position
    try:
        edit = JOBS[job](portrait)
    except YewfinchError as error:
        assert len(str(error)) > 20
        assert str(error).endswith(".")
        edit = None
    if isinstance(edit, Edit):
        portrait.perform(edit)
        for held in portrait.pieces.values():
            assert np.isfinite(held.surface.positions).all()
            assert held.surface.faces.max() < len(held.surface)
        if portrait.history.position > steps:
            portrait.history.undo()
    for key, (positions, faces) in before.items():
        np.testing.assert_array_equal(portrait.surface(key).positions, positions)
        np.testing.assert_array_equal(portrait.surface(key).faces, faces)


@pytest.mark.parametrize(
    "at, faces, words",
    [
        (np.empty((0, 3)), np.empty((0, 3), int), "empty"),
        ([[0, 0, np.nan], [1, 0, 0], [0, 1, 0]], [[0, 1, 2]], "not a number"),
        ([[0, 0, 0], [1e9, 0, 0], [0, 1, 0]], [[0, 1, 2]], "units"),
        ([[0, 0, 0], [1, 0, 0], [0, 1, 0]], [[0, 1, 7]], "vertex 7"),
    ],
)
def test_what_is_no_surface_is_named_at_the_door(at, faces, words):
    with pytest.raises(BadSurfaceError, match=words):
        Surface(at, faces)


def test_a_million_loose_triangles_are_mended_or_refused_in_good_time(portrait):
    # no tool may try them all against each other
    portrait.put_piece(Piece("strange", "Strange", _loose(1_000_000)), "x")
    with pytest.raises(YewfinchError, match=r"rim|speck|left|loose|open"):
        fusing.fuse(portrait, ["strange"], 4.0)
    assert mask_makers.loose_part(portrait.surface("strange"), 0).sum() == 3 * 255
