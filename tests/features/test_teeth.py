"""Teeth: as large as handbooks say, closed bodies, the lower row turned by the jaw; judged by trimesh."""

from dataclasses import replace

import numpy as np
import pytest
import trimesh

from yewfinch.core.features.teeth.teeth import LOWER, UPPER, Teeth, checked, moved
from yewfinch.core.features.teeth.teeth_form import (
    AROUND,
    RINGS,
    TEETH_VERTICES,
    on_jaw,
    teeth_as_they_stand,
    teeth_surface,
)
from yewfinch.core.shared.errors import YewfinchError

#: No tooth stands off its place, so that each can be measured.
EVEN = Teeth((0.0, 0.0, 0.0), (0.0, 45.0, -85.0), crooked=0.0)


def _bodies(teeth):
    """Crowns, gums and tongue as bodies of another library."""
    made = teeth_surface(teeth)
    whole = trimesh.Trimesh(made.positions, made.triangles(), process=False)
    return sorted(whole.split(only_watertight=False), key=lambda b: len(b.vertices))


def _crowns(teeth):
    return [b for b in _bodies(teeth) if len(b.vertices) == RINGS * AROUND + 2]


def _upper(teeth):
    """The upper crowns from the sitter's right to the left."""
    return sorted((b for b in _crowns(teeth) if b.centroid[1] > 0.0), key=lambda b: b.centroid[0])


def test_crowns_are_as_wide_and_high_as_handbooks_say():
    """Wheeler's widths and heights, from memory, of incisors and canines; heights are those from edge to gum."""
    crowns = _crowns(EVEN)
    assert len(crowns) == 2 * (len(UPPER) + len(LOWER))
    front = [b for b in crowns if abs(b.centroid[0]) < 8.0 and b.centroid[1] > 0.0]
    assert len(front) == 2
    for body in front:
        wide = np.ptp(body.vertices[:, 0])
        assert wide == pytest.approx(8.5, abs=0.5)
        assert np.ptp(body.vertices[:, 1]) == pytest.approx(10.5 + 2.5, abs=0.5)  # 2.5 mm are under the gum
    lower = sorted((b for b in crowns if b.centroid[1] < 0.0), key=lambda b: abs(b.centroid[0]))[:2]
    assert [np.ptp(b.vertices[:, 0]) for b in lower] == pytest.approx([5.0, 5.0], abs=0.5)


def test_the_arch_is_as_wide_as_set_between_canines_and_about_55_between_first_molars():
    """55 mm: handbooks, from memory."""
    for arch in (31.0, 35.0, 39.0):
        upper = sorted(
            (b for b in _crowns(replace(EVEN, arch=arch)) if b.centroid[1] > 0.0), key=lambda b: b.centroid[0]
        )
        canines = [upper[len(UPPER) - 3], upper[len(UPPER) + 2]]
        outer = canines[1].vertices[:, 0].max() - canines[0].vertices[:, 0].min()
        assert outer == pytest.approx(arch, abs=3.0)
    molars = upper[-1].vertices[:, 0].max() - upper[0].vertices[:, 0].min()
    assert 54.0 < molars < 66.0  # of the widest arch of the three
    plain = _upper(EVEN)
    assert plain[-1].vertices[:, 0].max() - plain[0].vertices[:, 0].min() == pytest.approx(55.0, abs=3.0)


def test_crowns_stand_in_a_row_gums_and_tongue_are_closed_and_faces_look_outwards():
    bodies = _bodies(EVEN)
    assert all(b.volume > 0.0 for b in bodies)
    large = bodies[-3:] if len(bodies[-3].vertices) != RINGS * AROUND + 2 else bodies[-2:]
    assert all(b.is_watertight for b in large)
    upper = _upper(EVEN)
    for one, two in zip(upper[:-1], upper[1:], strict=True):
        gap = trimesh.proximity.closest_point(one, two.vertices)[1].min()
        assert gap < 0.8  # neighbours nearly touch
    tongue = min(bodies, key=lambda b: abs(len(b.vertices) - 422))
    incisors = [b for b in _crowns(EVEN) if abs(b.centroid[0]) < 4.0 and b.centroid[1] < 0.0]
    assert tongue.vertices[:, 2].max() < min(b.vertices[:, 2].min() for b in incisors)  # its tip lies behind them


def test_rows_lie_over_each_other_as_set_and_the_jaw_turns_about_its_hinge():
    for bite, jet in ((2.5, 2.5), (0.0, 4.0)):
        made = replace(EVEN, overbite=bite, overjet=jet)
        at, jaw = teeth_surface(made).positions.astype(float), on_jaw()
        middle = np.abs(at[:, 0]) < 4.0
        crown_low = at[jaw & middle & (at[:, 2] > -jet - 1.0)]
        assert crown_low[:, 1].max() == pytest.approx(bite, abs=0.1)
        assert at[~jaw & middle][:, 1].min() == pytest.approx(0.0, abs=0.1)
    shut, open_ = (teeth_surface(replace(EVEN, jaw=j)).positions.astype(float) for j in (0.0, 25.0))
    np.testing.assert_array_equal(shut[~jaw], open_[~jaw])
    hinge = np.array(EVEN.hinge)
    away = [np.linalg.norm((p[jaw] - hinge)[:, 1:], axis=1) for p in (shut, open_)]
    np.testing.assert_allclose(away[0], away[1], atol=1e-3)
    edge = np.argmax(np.where(jaw & (np.abs(shut[:, 0]) < 4.0), shut[:, 1], -np.inf))
    reach = np.linalg.norm((shut[edge] - hinge)[1:])
    assert np.linalg.norm(open_[edge] - shut[edge]) == pytest.approx(2 * np.sin(np.radians(12.5)) * reach, rel=1e-4)


def test_the_record_follows_what_moved_the_body_and_any_setting_has_as_many_vertices():
    rng = np.random.default_rng(2)
    turn = trimesh.transformations.rotation_matrix(0.4, (1.0, 2.0, -0.5))[:3, :3]
    made = replace(EVEN, jaw=9.0, turn=(3.0, -5.0, 2.0), place=(1.0, -40.0, 80.0), hinge=(0.0, 0.0, 0.0))
    at = teeth_surface(made).positions.astype(float) @ turn.T + (5.0, -3.0, 9.0)
    found = teeth_as_they_stand(made, at)
    np.testing.assert_allclose(teeth_surface(found).positions, at, atol=2e-3)
    assert found.jaw == 9.0 and moved(made, np.eye(3), 1.0, np.zeros(3)).place == made.place
    assert teeth_as_they_stand(made, teeth_surface(made).positions) == made
    for _ in range(5):
        some = replace(EVEN, size=rng.uniform(0.7, 1.4), arch=rng.uniform(28, 42), crooked=rng.uniform(0, 2),
                       tongue=rng.uniform(-6, 6), seed=int(rng.integers(1, 99)), jaw=rng.uniform(0, 40))  # fmt: skip
        at = teeth_surface(some).positions
        assert len(at) == TEETH_VERTICES and np.isfinite(at).all()
    with pytest.raises(YewfinchError, match="jaw 90"):
        checked(replace(EVEN, jaw=90.0))
    with pytest.raises(YewfinchError, match="number that is none"):
        checked(replace(EVEN, place=(0.0, float("nan"), 0.0)))
