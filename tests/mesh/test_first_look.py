"""What is drawn first of small clay without the compiler, beside the compiled loops it stands in for."""

import subprocess
import sys

import numpy as np
import pytest

from yewfinch.core.mesh.surface import _surface_kernels, first_look
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import compiler
from yewfinch.core.shared.arrays import INDEX, LEAF_SHIFT, POSITION
from yewfinch.demo.shapes import cube_sphere


def _shapes():
    ball = cube_sphere(40, 100.0)
    triangles = ball.triangles()
    cut = Surface(ball.positions, ball.faces[600:]).triangles()
    mixed = np.concatenate([ball.faces[:600], np.c_[cut, cut[:, 2]]])
    mixed = mixed[ball.positions[mixed].mean(axis=1)[:, 0] < 80.0]  # with a hole
    return {"ball": ball, "triangles": Surface(ball.positions, triangles), "mixed": Surface(ball.positions, mixed)}


@pytest.mark.parametrize("name", ["ball", "triangles", "mixed"])
def test_stands_in_for_the_compiled_loops(name):
    s = _shapes()[name]
    shuffled = s.faces[np.random.default_rng(3).permutation(len(s.faces))]
    for faces in (s.faces, shuffled):
        np.testing.assert_array_equal(
            first_look.by_lowest_row(faces, len(s)), _surface_kernels.by_lowest_row(faces, len(s))
        )
    starts = [m.leaf_starts(s.faces, s.leaf_count, LEAF_SHIFT) for m in (first_look, _surface_kernels)]
    np.testing.assert_array_equal(*starts)
    beyond = [m.beyond_leaves(s.faces, starts[0], LEAF_SHIFT) for m in (first_look, _surface_kernels)]
    links = [m.leaf_links(*beyond[1], LEAF_SHIFT) for m in (first_look, _surface_kernels)]
    for mine, theirs in (*zip(*beyond, strict=True), *zip(*links, strict=True)):
        np.testing.assert_array_equal(mine, theirs)
        assert mine.dtype == theirs.dtype == INDEX
    boxes = []
    for m in (first_look, _surface_kernels):
        lo, hi = np.empty((s.leaf_count, 3), POSITION), np.empty((s.leaf_count, 3), POSITION)
        m.boxes_of(np.arange(s.leaf_count, dtype=INDEX), s.positions, *beyond[1], LEAF_SHIFT, lo, hi)
        boxes.append(np.stack([lo, hi]))
    np.testing.assert_array_equal(*boxes)
    np.testing.assert_array_equal(first_look.extremes(s.positions), _surface_kernels.extremes(s.positions))


@pytest.mark.parametrize("name", ["ball", "triangles", "mixed"])
def test_normals_are_those_of_the_loop(name):
    s = _shapes()[name]
    np.testing.assert_allclose(first_look.all_normals(s.positions, s.faces), s.normals, atol=2e-6)


def test_a_place_that_is_no_number_is_found():
    points = np.zeros((5, 3), POSITION)
    points[3, 1] = np.nan
    assert np.isnan(first_look.extremes(points)).all()
    assert np.isinf(first_look.extremes(points[:0])).all()


def test_the_compiler_is_awake_once_a_loop_has_run():
    compiler.awaken()
    assert compiler.is_awake() and not compiler.does_without(10)


SCRIPT = """
import sys
from dataclasses import replace
import numpy as np
from yewfinch.core.shared import compiler
from yewfinch.demo.demo_portrait import demo_portrait
from yewfinch.render.picture import direction, take

def shot():
    portrait = demo_portrait()
    portrait.pieces = {k: replace(p, eye=None) for k, p in portrait.pieces.items()}
    return take(portrait, direction(portrait, "front", 240, 240)).astype(int)

eyed = demo_portrait()
take(eyed, direction(eyed, "front", 240, 240), hurried=True)  # as the window does: eyes come when it is awake
first = shot()
assert "numba" not in sys.modules and not compiler.is_awake(), "a compiled loop was wanted"
compiler.awaken()
assert compiler.is_awake()
then = shot()
print(np.abs(first - then).max(), first.std())
"""


def test_the_first_picture_needs_no_compiler_and_is_the_same():
    out = subprocess.run([sys.executable, "-c", SCRIPT], check=False, capture_output=True, text=True, timeout=300)
    assert out.returncode == 0, out.stderr
    differ, rich = out.stdout.split()
    assert int(differ) <= 2 and float(rich) > 10.0
