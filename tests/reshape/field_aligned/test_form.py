"""How surfaces bend, against closed formulas (do Carmo 1976, "Differential geometry of curves and surfaces", 3.3)."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.reshape.field_aligned.fields import Wishes, fields, neighbours
from yewfinch.core.reshape.field_aligned.form import bends, wishes
from yewfinch.core.reshape.field_aligned.working import Begun, linked


def worked(mesh, step):
    own = linked(np.asarray(mesh.vertices, float), np.asarray(mesh.faces, np.int32)[:, [0, 1, 2, 2]])
    return Begun(own, np.full(len(own.points), float(step))).worked()


def test_bends_of_a_ring():
    work = worked(trimesh.creation.torus(40, 15, major_sections=240, minor_sections=90), 4.0)
    found = bends(work, *neighbours(work))
    p = work.points
    flat = np.hypot(p[:, 0], p[:, 1])
    round_tube = np.arctan2(p[:, 2], flat - 40)
    one, two = np.full(len(p), 1 / 15), np.abs(np.cos(round_tube) / (40 + 15 * np.cos(round_tube)))
    assert np.median(np.abs(found.more - np.maximum(one, two)) * 15) < 0.1
    assert np.median(np.abs(found.less - np.minimum(one, two)) * 15) < 0.1
    axis = np.stack([-p[:, 1] / flat, p[:, 0] / flat, 0 * flat], axis=1)
    assert np.median(np.abs((found.along * axis).sum(axis=1))) > 0.99  # the lesser bend is round the whole ring


def test_crosses_of_a_rod_follow_it_though_nothing_else_tells_them():
    work = worked(trimesh.creation.cylinder(12, 100, sections=60).subdivide(), 5.0)
    starts, ring = neighbours(work)
    found = fields(work, wishes(work, starts, ring, (), half=False), starts, ring)
    side = np.abs(work.points[:, 2]) < 38
    o = found.crosses[side]
    assert np.einsum("nk,nk->n", o, work.normals[side]) == pytest.approx(0, abs=1e-9)
    assert np.linalg.norm(o, axis=1) == pytest.approx(1)
    off = np.degrees(np.arcsin(np.clip(np.minimum(np.abs(o[:, 2]), np.hypot(o[:, 0], o[:, 1])), 0, 1)))
    assert np.quantile(off, 0.9) < 8


def test_lattice_places_of_a_plane_lie_on_one_lattice():
    sheet = trimesh.creation.box((90, 70, 1)).subdivide().subdivide().subdivide()
    keep = np.asarray(sheet.face_normals)[:, 2] > 0.5
    sheet = trimesh.Trimesh(sheet.vertices, sheet.faces[keep], process=True)
    work = worked(sheet, 6.0)
    starts, ring = neighbours(work)
    wish = Wishes.none(len(work.points))
    wish.towards[:], wish.fixed[:] = [0.8, 0.6, 0.0], 1
    found = fields(work, wish, starts, ring)
    arms = np.array([[0.8, 0.6, 0], [-0.6, 0.8, 0]])
    steps = (found.places - found.places[0]) @ arms.T / 6.0
    inner = (np.abs(work.points[:, 0]) < 36) & (np.abs(work.points[:, 1]) < 26)
    assert np.abs(steps - np.round(steps))[inner].max() < 0.05
    assert np.abs((found.places - work.points) @ arms.T).max() <= 3.0 + 1e-6  # the nearest of its places
