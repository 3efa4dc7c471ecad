"""Solids: closed, of quads where they can be, as large as the formulas say, and refused where they make no sense."""

from dataclasses import replace

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from yewfinch.core.reshape.solid import KINDS, Solid, begun, checked
from yewfinch.core.reshape.solid_form import net_of, surface_of
from yewfinch.core.shared.errors import YewfinchError

CLOSED = [k for k in KINDS if k != "plane"]


def mesh_of(solid):
    positions, faces = net_of(solid)
    second = faces[faces[:, 2] != faces[:, 3]][:, [0, 2, 3]]
    return trimesh.Trimesh(positions, np.concatenate([faces[:, :3], second]), process=False), faces


@pytest.mark.parametrize("kind", CLOSED)
@pytest.mark.parametrize("edge", [1.5, 4.0, 11.0])
def test_closed_and_outward(kind, edge):
    mesh, faces = mesh_of(replace(begun(kind), edge=edge))
    assert mesh.is_watertight
    assert mesh.is_winding_consistent
    assert mesh.volume > 0
    assert mesh.euler_number == (0 if kind == "ring" else 2)
    assert mesh.body_count == 1
    assert mesh.area_faces.min() > 0
    if kind in ("ball", "block", "cylinder", "ring", "lathe"):
        assert (faces[:, 2] != faces[:, 3]).all()


@pytest.mark.parametrize(
    ("solid", "volume"),
    [  # the formulas of any handbook of mathematics
        (Solid("ball", {"across": 60, "tall": 90, "deep": 120}, edge=1.0), 4 / 3 * np.pi * 30 * 45 * 60),
        (Solid("eye", {"across": 24.2}, edge=0.3), 4 / 3 * np.pi * 12.1**3),
        (Solid("block", {"across": 40, "tall": 50, "deep": 60, "edge": 0}, edge=3.0), 40 * 50 * 60),
        (Solid("cylinder", {"low": 40, "high": 40, "tall": 100, "edge": 0}, edge=1.0), np.pi * 40**2 * 100),
        (
            Solid("cylinder", {"low": 40, "high": 20, "tall": 90, "edge": 0}, edge=1.0),
            np.pi * 90 / 3 * (40**2 + 40 * 20 + 20**2),
        ),
        (
            Solid("cylinder", {"low": 40, "high": 40, "tall": 50, "hole": 15, "edge": 0}, edge=1.0),
            np.pi * (40**2 - 15**2) * 50,
        ),
        (Solid("cone", {"low": 30, "tall": 80, "tip": 0}, edge=0.8), np.pi * 30**2 * 80 / 3),
        (Solid("ring", {"ring": 60, "thick": 24}, edge=1.0), 2 * np.pi**2 * 60 * 12**2),
        (
            Solid("tube", {}, edge=1.0, line=((-50, 0, 0, 10), (50, 0, 0, 10))),
            np.pi * 10**2 * 100 + 4 / 3 * np.pi * 10**3,
        ),
        (Solid("lathe", {}, edge=1.0, line=((30, -40, 0, 0), (30, 40, 0, 0))), np.pi * 30**2 * 80),
    ],
    ids=lambda v: v.kind if isinstance(v, Solid) else "",
)
def test_volumes(solid, volume):
    assert mesh_of(solid)[0].volume == pytest.approx(volume, rel=0.012)


def test_a_rounded_block_is_a_box_grown_by_a_ball():
    # Steiner's formula for the inner box widened by r
    a, b, c, r = 24.0, 34.0, 44.0, 8.0
    mesh, _ = mesh_of(Solid("block", {"across": a + 2 * r, "tall": b + 2 * r, "deep": c + 2 * r, "edge": r}, edge=0.8))
    volume = a * b * c + 2 * (a * b + b * c + a * c) * r + np.pi * (a + b + c) * r**2 + 4 / 3 * np.pi * r**3
    assert mesh.volume == pytest.approx(volume, rel=0.002)


@pytest.mark.parametrize("kind", KINDS)
def test_edges_have_about_the_length_asked_for(kind):
    positions, faces = net_of(replace(begun(kind), edge=2.0))
    lengths = np.linalg.norm(positions[faces] - positions[np.roll(faces, -1, axis=1)], axis=2)
    assert 1.0 < np.median(lengths[lengths > 0]) < 2.6
    assert lengths.max() < 6.0


def test_an_eye_has_its_poles_forward():
    positions, faces = net_of(begun("eye"))
    three = faces[faces[:, 2] == faces[:, 3]]
    corners, count = np.unique(three[:, :3], return_counts=True)
    poles = positions[corners[count > 4]]
    np.testing.assert_allclose(np.abs(poles[:, 2]), 12.1, atol=0.1)
    np.testing.assert_allclose(poles[:, :2], 0, atol=1e-9)


def test_place_and_turn():
    solid = replace(begun("block"), place=(10.0, 20.0, 30.0), turn=(0.0, 90.0, 0.0))
    low, high = surface_of(solid).bounds()
    np.testing.assert_allclose((low + high) / 2, (10, 20, 30), atol=1e-4)
    np.testing.assert_allclose(high - low, (60, 100, 80), atol=1e-3)  # across and deep exchanged


@settings(max_examples=60, deadline=None)
@given(st.sampled_from(list(CLOSED)), st.data())
def test_any_measures_give_a_closed_surface(kind, data):
    solid = replace(begun(kind), edge=data.draw(st.floats(3.0, 30.0)))
    for m in KINDS[kind].measures:
        solid = solid.with_value(m.key, data.draw(st.floats(m.low, min(m.high, 300.0))))
    mesh, _ = mesh_of(solid)
    assert mesh.is_watertight
    assert mesh.is_winding_consistent
    assert np.isfinite(mesh.vertices).all()
    assert mesh.volume > 0


@settings(max_examples=25, deadline=None)
@given(st.lists(st.tuples(*[st.floats(-100, 100)] * 3, st.floats(1, 30)), min_size=2, max_size=6))
def test_any_tube_is_closed(line):
    points = np.array(line)[:, :3]
    if np.linalg.norm(np.diff(points, axis=0), axis=1).min() < 1.0:
        return
    mesh, _ = mesh_of(Solid("tube", {}, edge=4.0, line=tuple(line)))
    assert mesh.is_watertight
    assert np.isfinite(mesh.vertices).all()


@pytest.mark.parametrize(
    ("solid", "words"),
    [
        (Solid("blob"), "no solid 'blob'"),
        (Solid("ball", {"across": float("nan")}), "'across'"),
        (Solid("ball", {"girth": 3.0}), "'girth'"),
        (Solid("ball", {"across": 1e9}), "'across'"),
        (Solid("ball", edge=0.0), "edges cannot be"),
        (Solid("ball", edge=float("inf")), "edges cannot be"),
        (Solid("ball", place=(float("nan"), 0, 0)), "stands nowhere"),
        (Solid("ball", place=(1e7, 0, 0)), "stands nowhere"),
        (Solid("tube"), "line of 0 points"),
        (Solid("tube", line=((0, 0, 0, 5),)), "two points"),
        (Solid("tube", line=((0, 0, 0, 5), (9, 0, 0, 0))), "radius of more than 0"),
        (Solid("tube", line=((0, 0, 0, 5), (float("inf"), 0, 0, 5))), "line is broken"),
        (Solid("lathe", line=((5, 0, 0, 0), (-5, 9, 0, 0))), "cannot cross the axis"),
    ],
)
def test_nonsense_is_refused_in_words(solid, words):
    with pytest.raises(YewfinchError, match=words):
        checked(solid)


def test_too_many_quads_are_refused():
    with pytest.raises(YewfinchError, match="Choose longer ones"):
        net_of(Solid("ball", {"across": 1000, "tall": 1000, "deep": 1000}, edge=0.2))


def test_a_profile_that_touches_the_axis_inside_is_refused():
    with pytest.raises(YewfinchError, match="touches the axis"):
        net_of(Solid("lathe", {}, edge=3.0, line=((30, -40, 0, 0), (0, 0, 0, 0), (30, 40, 0, 0))))
