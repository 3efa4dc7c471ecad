"""Armatures: balls and links as values, the skin over them, and the clay made of it."""

import json
import zipfile

import igl
import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.nets import counted
from yewfinch.core.anatomy.figure.armature_presets import PRESETS
from yewfinch.core.document.verbs import armatures
from yewfinch.core.document.verbs.check import problems
from yewfinch.core.formats import container
from yewfinch.core.reshape.armature import MOST, Armature, Ball, checked, linked
from yewfinch.core.reshape.armature_skin import QUICK, bounds, chains, edge_for, form_of, skin
from yewfinch.core.reshape.quad_net import quads, sample, sample_near
from yewfinch.core.shared.errors import BadFileError, CancelledError, YewfinchError

TREE = linked(
    [
        (0, 0, 0, 30, -1),
        (0, 60, 0, 25, 0),
        (0, 110, 0, 22, 1),
        (50, 60, 0, 15, 1),
        (95, 60, 0, 12, 3),
        (130, 60, 10, 9, 4),
    ],
    fillet=8.0,
)


def edges_of(surface):
    f = surface.faces
    return np.sort(np.concatenate([f[:, [i, (i + 1) % 4]] for i in range(4)]), axis=1)


# --- values -------------------------------------------------------------------------------


def test_branches_and_chains():
    assert TREE.children(1) == [2, 3]
    assert TREE.branch(1) == [1, 2, 3, 4, 5]
    assert chains(TREE) == [[0, 1], [1, 2], [1, 3, 4, 5]]
    assert chains(linked([(0, 0, 0, 5, -1), (40, 0, 0, 5, -1), (60, 0, 0, 5, 1)])) == [[0], [1, 2]]


def test_a_ball_in_a_link_lies_between_its_ends():
    made, number = TREE.inserted(4, 0.5)
    assert number == 4
    assert made.balls[4] == Ball((72.5, 60.0, 0.0), 13.5, 3)
    assert made.balls[5] == Ball((95.0, 60.0, 0.0), 12.0, 4)
    assert made.balls[6].parent == 5
    assert len(made.balls) == len(TREE.balls) + 1
    with pytest.raises(ValueError, match="begins a chain"):
        TREE.inserted(0)


def test_removed_balls_hand_on_what_hung_from_them():
    made = TREE.removed(1)
    assert [b.parent for b in made.balls] == [-1, 0, 0, 2, 3]
    alone = linked([(0, 0, 0, 5, -1), (0, 20, 0, 5, 0), (0, 40, 0, 5, 1)]).removed(0)
    assert [b.parent for b in alone.balls] == [-1, 0]


def test_moved_alone_or_with_what_hangs_on_it():
    place = np.array([55.0, 80.0, 5.0])
    assert TREE.moved(3, place).balls[4] == TREE.balls[4]
    made = TREE.moved(3, place, branch=True)
    np.testing.assert_allclose(made.balls[5].at - TREE.balls[5].at, place - TREE.balls[3].at)
    assert made.balls[2] == TREE.balls[2]


@given(st.floats(-200, 200), st.floats(-200, 200), st.floats(-200, 200))
@settings(max_examples=40, deadline=None)
def test_bending_keeps_every_length(x, y, z):
    free = linked([(*b.place, b.radius, b.parent) for b in TREE.balls], mirrored=False)
    made = free.bent(3, np.array([x, y, z]))
    for i, ball in enumerate(free.balls):
        if ball.parent >= 0:
            was = np.linalg.norm(ball.at - free.balls[ball.parent].at)
            assert np.linalg.norm(made.balls[i].at - made.balls[made.balls[i].parent].at) == pytest.approx(
                was, abs=1e-6
            )
    way, target = made.balls[3].at - made.balls[1].at, np.array([x, y, z]) - made.balls[1].at
    if np.linalg.norm(target) > 1:
        assert way @ target == pytest.approx(np.linalg.norm(way) * np.linalg.norm(target), rel=1e-6)


def test_scaling_a_branch_scales_lengths_and_radii():
    made = TREE.scaled(3, 2.0)
    assert made.balls[3].place == TREE.balls[3].place
    assert [made.balls[i].radius for i in (3, 4, 5)] == [30, 24, 18]
    np.testing.assert_allclose(made.balls[5].at - made.balls[3].at, 2 * (TREE.balls[5].at - TREE.balls[3].at))
    assert made.balls[2] == TREE.balls[2]


def test_a_mirrored_armature_stays_on_its_side_and_can_be_parted_and_joined():
    assert TREE.moved(3, np.array([-40.0, 60.0, 0.0])).balls[3].place[0] == 0.0
    apart = TREE.unmirrored()
    assert not apart.mirrored
    assert len(apart.balls) == 9
    right = [i for i, b in enumerate(apart.balls) if b.place[0] < 0]
    assert sorted(apart.balls[i].place[0] for i in right) == [-130, -95, -50]
    assert apart.remirrored() == TREE
    assert TREE.unmirrored().unmirrored() == apart


@pytest.mark.parametrize(
    ("rows", "word"),
    [
        ([(0, 0, 0, 0.1, -1)], "radius of 0.1"),
        ([(0, 0, 0, np.nan, -1)], "radius"),
        ([(np.inf, 0, 0, 5, -1)], "nowhere near"),
        ([(0, 0, 0, 5, 0)], "does not stand before"),
        ([(0, 0, 0, 5, -1)] * (MOST + 1), "at most"),
    ],
)
def test_nonsense_is_refused(rows, word):
    with pytest.raises(YewfinchError, match=word):
        linked(rows)


def test_a_fillet_has_limits():
    with pytest.raises(YewfinchError, match="fillet"):
        checked(Armature(TREE.balls, fillet=-1.0))


# --- skin ---------------------------------------------------------------------------------


@pytest.mark.parametrize("name", PRESETS)
def test_ready_made_armatures_have_closed_skins_of_quads(name):
    armature = PRESETS[name][1]()
    made = skin(armature, edge_for(armature, QUICK), quick=True)
    both, count = counted(edges_of(made))
    assert set(count.tolist()) == {2}
    assert (made.closed > 0).all()
    assert (np.sort(made.faces, axis=1)[:, 1:] != np.sort(made.faces, axis=1)[:, :-1]).all()
    assert (len(made) - len(both) + len(made.faces)) % 2 == 0
    low, high = bounds(armature)
    spare = 0.2 * max(b.radius for b in armature.balls)  # splines swing out a little
    assert (made.positions > low - spare).all()
    assert (made.positions < high + spare).all()


def test_one_ball_is_a_sphere():
    """Area and volume against the closed formulas."""
    made = skin(linked([(0, 0, 0, 50, -1)], mirrored=False), 2.5)
    mesh = trimesh.Trimesh(made.positions, made.triangles(), process=False)
    assert mesh.volume == pytest.approx(4 / 3 * np.pi * 50**3, rel=0.005)
    assert mesh.area == pytest.approx(4 * np.pi * 50**2, rel=0.005)
    np.testing.assert_allclose(np.linalg.norm(made.positions, axis=1), 50, atol=0.2)


def test_two_balls_are_a_round_cone():
    """Volume of a frustum between tangent circles and two caps, from memory; equal radii make it a capsule."""
    made = skin(linked([(0, 0, 0, 20, -1), (0, 100, 0, 20, 0)], mirrored=False), 1.5)
    mesh = trimesh.Trimesh(made.positions, made.triangles(), process=False)
    assert mesh.volume == pytest.approx(np.pi * 400 * 100 + 4 / 3 * np.pi * 8000, rel=0.01)


def test_a_mirrored_skin_is_symmetric_to_the_bit():
    made = skin(TREE, 4.0)
    p = made.positions
    order, twin = (np.lexsort((a[:, 2], a[:, 1], a[:, 0])) for a in (p, p * np.float32([-1, 1, 1])))
    np.testing.assert_array_equal(p[order], (p * np.float32([-1, 1, 1]))[twin])


@pytest.mark.parametrize("name", ["head", "hand"])
def test_clothed_quads_are_even_and_lie_on_the_form(name):
    armature = PRESETS[name][1]()
    edge = 5.0 if name == "head" else 2.5
    made = skin(armature, edge)
    both = counted(edges_of(made))[0]
    length = np.linalg.norm(made.positions[both[:, 0]] - made.positions[both[:, 1]], axis=1)
    part = length / edge
    assert ((part > 0.5) & (part < 1.5)).mean() > 0.97
    assert np.median(part) == pytest.approx(1.0, abs=0.08)
    away = np.abs(form_of(armature).distance(made.positions.astype(np.float64)))
    assert np.percentile(away, 95) < 0.06 * edge
    # every face looks outwards: the normals agree with libigl's of the same triangles
    normals = igl.per_vertex_normals(made.positions.astype(np.float64), made.triangles().astype(np.int64))
    assert ((normals * made.normals).sum(axis=1) > 0.9).mean() > 0.99
    assert trimesh.Trimesh(made.positions, made.triangles(), process=False).volume > 0


def test_skins_cross_nothing():
    """Pairs of crossing triangles; the kernel is checked against libigl in tests/mesh."""
    from yewfinch.core.mesh.query.crossings import crossings

    made = skin(PRESETS["head"][1](), 6.0)
    assert len(crossings(made.positions.astype(np.float64), made.triangles())) == 0


def test_chains_apart_are_bodies_of_their_own():
    two = linked([(0, 0, 0, 20, -1), (0, 100, 0, 15, -1)], mirrored=False)
    made = skin(two, 2.5)
    assert trimesh.Trimesh(made.positions, made.triangles(), process=False).body_count == 2


def test_the_live_skin_is_close_to_the_clothed_one():
    quick, fine = skin(TREE, 4.0, quick=True), skin(TREE, 4.0)
    away, *_ = igl.point_mesh_squared_distance(
        quick.positions.astype(np.float64), fine.positions.astype(np.float64), fine.triangles().astype(np.int64)
    )
    assert np.sqrt(away).max() < 2.0


def test_sampling_near_the_surface_finds_the_same_surface():
    form = form_of(TREE)
    axes = [np.arange(-150.0, 150.0, 7.0)] * 3
    every, near = sample(form.distance, *axes), sample_near(form.distance, *axes)
    np.testing.assert_array_equal(every < 0, near < 0)
    close = np.abs(every) < 5
    np.testing.assert_allclose(near[close], every[close], atol=1e-4)


def test_a_field_outside_its_grid_is_refused():
    from yewfinch.core.shared.errors import BadSurfaceError

    axis = np.arange(-5.0, 6.0)
    with pytest.raises(BadSurfaceError, match="does not fit"):
        quads(lambda p: np.linalg.norm(p, axis=1) - 20.0, axis, axis, axis)


@pytest.mark.parametrize(
    ("edge", "word"), [(0.01, "makes no sense"), (np.nan, "makes no sense"), (0.3, "too short"), (90.0, "too long")]
)
def test_edges_that_make_no_sense_are_told(edge, word):
    big = linked([(0, 0, 0, 3, -1), (0, 2000, 0, 3, 0), (900, 2000, 900, 3, 1)])
    with pytest.raises(YewfinchError, match=word):
        skin(big, edge)
    with pytest.raises(YewfinchError, match="no balls"):
        skin(Armature(), 5.0)


def test_clothing_can_be_cancelled(portrait):
    edit, key = armatures.begin(portrait, TREE, "New armature")
    portrait.perform(edit)

    def stop(_share, _text):
        raise CancelledError("cancelled")

    with pytest.raises(CancelledError):
        armatures.clothe(portrait, key, 3.0, stop)
    assert list(portrait.pieces)[-1] == key


@given(
    st.lists(
        st.tuples(st.floats(-60, 60), st.floats(-60, 60), st.floats(-60, 60), st.floats(6, 30)), min_size=1, max_size=7
    ),
    st.booleans(),
)
@settings(max_examples=15, deadline=None)
def test_any_armature_has_a_closed_manifold_skin(rows, mirrored):
    rng = np.random.default_rng(len(rows))
    made = Armature(mirrored=mirrored, fillet=6.0)
    for i, (x, y, z, r) in enumerate(rows):
        made = made.added(int(rng.integers(-1, i)) if i else -1, np.array([x, y, z]), r)
    surface = skin(made, 5.0, quick=True)
    _, count = counted(edges_of(surface))
    assert set(count.tolist()) == {2}
    assert (surface.closed > 0).all()


# --- in the portrait ----------------------------------------------------------------------


def test_an_armature_in_a_portrait_edited_clothed_undone(portrait):
    edit, key = armatures.begin(portrait, TREE, "New armature")
    portrait.perform(edit)
    assert portrait.pieces[key].fixed
    before = portrait.surface(key)
    portrait.perform(armatures.change(portrait, key, TREE.scaled(3, 1.4), "Scale"))
    portrait.amend(armatures.change(portrait, key, TREE.scaled(3, 1.8), "Scale"))
    assert portrait.history.position == 2  # a drag is one step
    assert portrait.pieces[key].armature == TREE.scaled(3, 1.8)
    made, clay = armatures.clothe(portrait, key, 4.0)
    portrait.perform(made)
    assert not portrait.pieces[key].visible
    assert not portrait.pieces[clay].fixed
    assert problems(portrait) == []
    portrait.history.go_to(1)
    assert portrait.surface(key) is before
    assert clay not in portrait.pieces
    portrait.history.go_to(3)
    assert clay in portrait.pieces
    with pytest.raises(YewfinchError, match="no armature"):
        armatures.change(portrait, clay, TREE, "Scale")
    _, second = armatures.begin(portrait, TREE, "Another")
    assert second == "armature2"


def test_saved_and_reopened_it_is_still_an_armature(portrait, tmp_path):
    edit, key = armatures.begin(portrait, TREE, "New armature")
    portrait.perform(edit)
    container.save(portrait, tmp_path / "a.yewfinch")
    again = container.load(tmp_path / "a.yewfinch")
    assert again.pieces[key].armature == TREE
    np.testing.assert_array_equal(again.surface(key).positions, portrait.surface(key).positions)
    assert again.pieces["head"].armature is None


@pytest.mark.parametrize("balls", [[[0, 0, 0, -5, -1]], [[0, 0, 0, 5, 3]], [[0, 0, 5, -1]], "many"])
def test_a_damaged_armature_is_told(portrait, tmp_path, balls):
    edit, key = armatures.begin(portrait, TREE, "New armature")
    portrait.perform(edit)
    container.save(portrait, tmp_path / "a.yewfinch")
    with zipfile.ZipFile(tmp_path / "a.yewfinch") as a, zipfile.ZipFile(tmp_path / "b.yewfinch", "w") as b:
        for name in a.namelist():
            data = a.read(name)
            if name == "portrait.json":
                manifest = json.loads(data)
                next(p for p in manifest["pieces"] if p["id"] == key)["armature"]["balls"] = balls
                data = json.dumps(manifest).encode()
            b.writestr(name, data)
    with pytest.raises(BadFileError, match="damaged"):
        container.load(tmp_path / "b.yewfinch")
