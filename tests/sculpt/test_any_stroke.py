"""Whatever the hand does: random strokes with random settings, then all of it taken back."""

from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt import falloff
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import StrokeContext
from yewfinch.core.sculpt.toolbox import tool, tools
from yewfinch.demo.shapes import cube_sphere

spot = st.tuples(st.floats(-110, 110), st.floats(-110, 110))
stroke = st.fixed_dictionaries(
    {
        "tool": st.sampled_from([t.id for t in tools()]),
        "path": st.lists(spot, min_size=2, max_size=6),
        "size": st.floats(0.5, 300),
        "strength": st.floats(0.01, 1.0),
        "falloff": st.sampled_from(list(falloff.CURVES)),
        "pressure": st.floats(0.0, 1.0),
        "symmetry": st.booleans(),
        "shift": st.booleans(),
        "ctrl": st.booleans(),
        "below": st.booleans(),
    }
)


def carry_out(portrait, piece, s):
    spec = tool(s["tool"])
    chosen = replace(spec.settings, size=s["size"], strength=s["strength"], falloff=s["falloff"], pressure_size=True)
    running = spec.make(StrokeContext(portrait, piece, chosen, s["symmetry"], (9, 80, 200), spec.channel))
    next(running)
    side = -1.0 if s["below"] else 1.0
    for i, (x, y) in enumerate(s["path"]):
        phase = "press" if i == 0 else "release" if i == len(s["path"]) - 1 else "move"
        event = PointerEvent(
            phase, np.array([x, y, 400.0 * side]), np.array([0.0, 0.0, -side]), s["pressure"], s["shift"], s["ctrl"]
        )
        try:
            running.send(event)
        except StopIteration:
            return


@settings(max_examples=25, deadline=None)
@given(st.lists(stroke, min_size=1, max_size=4))
def test_strokes_leave_a_sound_surface_and_undo_is_exact(strokes):
    portrait = Portrait()
    piece = Piece("ball", "Ball", cube_sphere(16))
    portrait.pieces["ball"] = piece
    s = piece.surface
    positions, colour = s.positions.copy(), s.colour.copy()
    for one in strokes:
        carry_out(portrait, piece, one)
    assert np.isfinite(s.positions).all()
    assert np.isfinite(s.normals).all()
    assert len(portrait.history.names) <= len(strokes)
    fresh = Surface(s.positions, s.faces)
    np.testing.assert_array_equal(s.leaf_lo, fresh.leaf_lo)
    np.testing.assert_array_equal(s.leaf_hi, fresh.leaf_hi)
    done = s.positions.copy()
    portrait.history.go_to(0)
    np.testing.assert_array_equal(s.positions, positions)
    np.testing.assert_array_equal(s.colour, colour)
    portrait.history.go_to(99)
    np.testing.assert_array_equal(s.positions, done)
    portrait.history.close()


@settings(max_examples=20, deadline=None)
@given(stroke)
def test_with_symmetry_both_sides_stay_alike(one):
    portrait = Portrait()
    piece = Piece("ball", "Ball", cube_sphere(16))
    portrait.pieces["ball"] = piece
    p = piece.surface.positions
    key = {tuple(np.round(v, 3) + 0.0): i for i, v in enumerate(p.astype(float))}
    mirror = np.array([key[tuple(np.round(v * (-1, 1, 1), 3) + 0.0)] for v in p.astype(float)])
    carry_out(portrait, piece, {**one, "symmetry": True})
    # a large strong stroke may amplify rounding; it stays far under what an eye or a tool sees
    assert np.abs(p[mirror] * [-1, 1, 1] - p).max() < 0.02
    assert (p[mirror == np.arange(len(p)), 0] == 0).all()
    np.testing.assert_allclose(piece.surface.colour[mirror].astype(int), piece.surface.colour.astype(int), atol=1)
