"""A sealed mouth cut open: judged by trimesh, and on a ball whose sides are each other's image."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import lips, mouth_cutting
from yewfinch.core.features.lips.lip_measures import part_of, with_measure
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.query.nearest import nearest_anchors
from yewfinch.core.mesh.query.twins import twins_of
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError

#: Half axes of the clay, mm.
_AXES = np.array([70.0, 95.0, 85.0])


def _on(x, y):
    """Places of the ellipsoid's front above or beside its middle, mm."""
    x, y = np.broadcast_arrays(np.asarray(x, float), np.asarray(y, float))
    z = _AXES[2] * np.sqrt(np.maximum(1.0 - (x / _AXES[0]) ** 2 - (y / _AXES[1]) ** 2, 0.0))
    return np.stack([x, y, z], axis=-1)


def sealed(fine=5, aside=0.0):
    """A portrait of an ellipsoid with lines of a mouth on its front, 50 mm wide."""
    ball = trimesh.creation.icosphere(subdivisions=fine)
    at = ball.vertices * _AXES + (aside, 0.0, 0.0)
    surface = Surface(at.astype(np.float32), ball.faces)
    portrait = Portrait()
    portrait.pieces = {"clay": Piece("clay", "Clay", surface, regions={"front": np.full(len(at), 200, np.uint8)})}
    x = np.linspace(-25.0, 25.0, 25)
    bow = 1.0 - (x / 25.0) ** 2
    lines = {"lip_upper": -40.0 + 8.0 * bow, "mouth_line": -40.0 - 1.0 * bow, "lip_lower": -40.0 - 10.0 * bow}
    shift = np.array([aside, 0.0, 0.0])
    portrait.lines = {k: tuple(nearest_anchors("clay", surface, _on(x, y) + shift)) for k, y in lines.items()}
    marks = {"sn": (0, -18), "ls": (0, -32), "sto": (0, -41), "li": (0, -50), "ch_l": (25, -40), "ch_r": (-25, -40)}
    marks |= {"pg": (0, -70), "gn": (0, -85), "sl": (0, -60)}
    places = np.array([_on(*m) + shift for m in marks.values()])
    portrait.anchors = dict(zip(marks, nearest_anchors("clay", surface, places), strict=True))
    return portrait


def _body(portrait):
    surface = portrait.surface("clay")
    return trimesh.Trimesh(surface.positions, surface.triangles(), process=False)


@pytest.mark.parametrize("aside", [0.0, 3.0])
def test_a_sealed_ball_gets_a_mouth_and_stays_one_closed_body(aside):
    portrait = sealed(aside=aside)
    before = portrait.surface("clay")
    symmetric = twins_of(before) is not None
    assert symmetric == (aside == 0.0)
    assert mouth_cutting.is_sealed(portrait)
    edit = mouth_cutting.cut_open(portrait)
    assert edit.name == "Cut the mouth open"
    portrait.perform(edit)
    body, surface = _body(portrait), portrait.surface("clay")
    assert body.is_watertight and body.is_winding_consistent and body.euler_number == 2 and body.body_count == 1
    assert 0.0 < 1.0 - body.volume / (4 / 3 * np.pi * _AXES.prod()) < 0.02  # an inside was taken out of it
    assert len(crossings(surface.positions, surface.triangles())) == 0
    assert (twins_of(surface) is not None) == symmetric
    assert not mouth_cutting.is_sealed(portrait)
    # the skin keeps to where it was: the ellipsoid
    old = surface.positions[: len(before)] - np.array([aside, 0.0, 0.0])
    assert np.abs(np.linalg.norm(old / _AXES, axis=1) - 1.0).max() * 70.0 < 0.6
    regions = portrait.pieces["clay"].regions
    bag = regions["mouth bag"] > 127
    assert bag.sum() == len(surface) - (np.flatnonzero(~bag).max() + 1) and (regions["front"][bag] == 0).all()
    lips_now = lips.held(portrait).lips
    assert part_of(lips_now) < 0.8
    portrait.perform(lips.change(portrait, with_measure(lips_now, portrait.landmarks(), "part", 8.0), "Open"))
    assert part_of(lips.held(portrait).lips) == pytest.approx(8.0, abs=0.4)
    assert _body(portrait).is_watertight
    for _ in range(2):
        portrait.history.undo()
    assert portrait.surface("clay") is before and mouth_cutting.is_sealed(portrait)


def test_what_cannot_be_cut_is_refused_in_words():
    with pytest.raises(YewfinchError, match="too coarse"):
        mouth_cutting.cut_open(sealed(fine=3))
    with pytest.raises(YewfinchError, match="No clay has lines of a mouth"):
        mouth_cutting.cut_open(Portrait())
    portrait = sealed()
    portrait.perform(mouth_cutting.cut_open(portrait))
    with pytest.raises(YewfinchError, match="inside already"):
        mouth_cutting.cut_open(portrait)


def test_a_thin_shell_has_no_room_for_a_mouth():
    """A wall 1 mm behind the skin: every inside would break through it."""
    portrait = sealed()
    outer = portrait.surface("clay")
    inner = Surface(outer.positions * (1.0 - 1.0 / 80.0), outer.faces[:, [0, 2, 1, 1]])
    both = Surface(
        np.concatenate([outer.positions, inner.positions]), np.concatenate([outer.faces, inner.faces + len(outer)])
    )
    portrait.pieces = {"clay": Piece("clay", "Clay", both)}
    with pytest.raises(YewfinchError, match="no room for a mouth"):
        mouth_cutting.cut_open(portrait)
