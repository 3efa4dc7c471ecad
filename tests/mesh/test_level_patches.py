"""Steps between levels that work out a part only: to the bit what working out everything gives."""

import numpy as np
import pytest

from tests.nets import shapes
from yewfinch.core.mesh.levels import _levels_kernels as kernels
from yewfinch.core.mesh.levels import level_patches, levels
from yewfinch.core.mesh.levels.halfedges import finer, net_of


def built(name, number=3):
    state = levels.begun(shapes()[name], {})
    for _ in range(number):
        state = levels.added(state)
    rng = np.random.default_rng(5)
    surface = state.surface  # some detail
    surface.set_rows(
        np.arange(len(surface), dtype=np.int32),
        surface.positions + rng.normal(size=(len(surface), 3)).astype(np.float32) * 0.05,
    )
    return state


def poked(state, seed):
    rng, surface = np.random.default_rng(seed), state.surface
    at = surface.positions[rng.integers(len(surface))]
    near = np.linalg.norm(surface.positions - at, axis=1)
    rows = np.argsort(near)[: max(1, len(surface) // 60)].astype(np.int32)
    surface.set_rows(rows, surface.positions[rows] * np.float32(1.1) + np.float32(0.5))
    return rows


def walked(name, patches, monkeypatch):
    """Positions after each step of a walk over the levels with a change at each."""
    monkeypatch.setattr(level_patches, "PART", 0.15 if patches else 0.0)
    state, seen = built(name), []
    for k, step in enumerate((levels.down, levels.up, levels.down, levels.down, levels.up, levels.up)):
        poked(state, k)
        state = step(state)
        seen.append(
            (
                state.surface.positions.copy(),
                state.surface.normals.copy(),
                state.surface.leaf_lo.copy(),
                state.surface.leaf_hi.copy(),
            )
        )
    return seen


@pytest.mark.parametrize("name", shapes())
def test_a_part_worked_out_is_to_the_bit_what_all_of_it_is(name, monkeypatch):
    calls = []
    for job in ("carried", "gathered"):
        own = getattr(level_patches, job)
        monkeypatch.setattr(level_patches, job, lambda *a, own=own, job=job: (calls.append(job), own(*a))[1])
    part = walked(name, True, monkeypatch)
    used = list(calls)
    whole = walked(name, False, monkeypatch)
    assert {"carried", "gathered"} <= set(used) and calls == used  # the second walk used none
    for one, other in zip(part, whole, strict=True):
        for a, b in zip(one, other, strict=True):
            np.testing.assert_array_equal(a, b)


@pytest.mark.parametrize("name", shapes())
def test_the_rows_named_are_the_only_ones_that_differ_and_none_too_many(name):
    state = built(name)
    net, rise = state.levels.levels[2].net, state.levels.levels[2].rise
    state = levels.down(state)
    was, fine, frame = (
        state.surface.positions.copy(),
        state.levels.levels[3].kept.positions,
        state.levels.levels[3].skeleton,
    )
    rows = np.sort(poked(state, 9))
    np.testing.assert_array_equal(level_patches.differing(was, state.surface.positions), rows)
    at, named = level_patches.carried(net, rise, was, state.surface.positions, rows, fine, frame)
    differ = level_patches.differing(fine, at)
    assert set(differ.tolist()) <= set(named.tolist()) and len(named) < 0.6 * len(fine)
    # gathered: what lies two fine rings from a change stays
    end = fine.copy()
    some = np.arange(0, len(fine), max(1, len(fine) // 3), dtype=np.int32)
    end[some] += np.float32(1.0)
    coarse, named = level_patches.gathered(net, rise, was, fine, end, some)
    differ = level_patches.differing(was, coarse)
    assert len(differ) > 0 and set(differ.tolist()) <= set(named.tolist()) and len(named) < 0.4 * len(was)


def test_faces_that_touch_and_faces_under_a_change_are_those_of_a_slow_search():
    surface = shapes()["mixed"]
    net = net_of(surface.faces, len(surface))
    fine, rise = finer(net)
    for v in range(net.n):
        slow = [f for f, face in enumerate(net.faces.tolist()) if v in face]
        assert net.touching(np.array([v])).tolist() == slow
    for row in range(fine.n):
        changed = np.zeros(fine.n, bool)
        changed[row] = True
        slow = []
        for f, face in enumerate(net.faces.tolist()):
            corners = 3 if face[2] == face[3] else 4
            mine = (
                {int(rise.faces[f])}
                | {int(rise.vertices[v]) for v in face}
                | {int(rise.edges[net.edge[4 * f + c]]) for c in range(corners)}
            )
            if row in mine:
                slow.append(f)
        assert (
            np.flatnonzero(kernels.under(changed, net.faces, net.edge, rise.vertices, rise.edges, rise.faces)).tolist()
            == slow
        )
    assert net.triangles and not net_of(shapes()["ball"].faces, len(shapes()["ball"])).triangles


def test_a_level_that_nothing_changed_is_the_very_surface_that_was_left():
    state = built("ball")
    top = state.surface
    down = levels.down(state)
    again = levels.up(down)
    assert again.surface is top
    assert levels.down(again).surface is down.surface
    poked(down, 3)
    other = levels.up(down)
    assert other.surface is not top and other.surface.faces is top.faces
    other.surface.colour[:50] = (200, 10, 10, 255)
    below = levels.down(other)
    assert (
        below.surface is not down.surface and (below.surface.colour[:, 0] == 200).any()
    )  # colour alone is a change, too
    np.testing.assert_array_equal(below.surface.positions, down.surface.positions)
    assert levels.up(below).surface is other.surface
