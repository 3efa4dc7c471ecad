"""Tools that shape: what each is for, measured."""

import numpy as np
import pytest

from tests.sculpt.clay import bench, draw, line, radii, sheet
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt import _form_kernels as kernels
from yewfinch.demo.shapes import cube_sphere


def rough(n=64, size=0.006, seed=1):
    portrait, piece = bench(n)
    s = piece.surface
    noise = np.random.default_rng(seed).normal(0, size, (len(s), 1)).astype(np.float32)
    s.set_rows(np.arange(len(s), dtype=np.int32), s.positions * (1 + noise))
    return portrait, piece


def test_swell_goes_along_the_normals_and_ctrl_shrinks():
    for ctrl, sign in ((False, 1), (True, -1)):
        portrait, piece = bench()
        before = piece.surface.positions.copy()
        draw(portrait, piece, "swell", line((-15, 0), (15, 0), 12), ctrl=ctrl)
        step = piece.surface.positions - before
        moved = np.linalg.norm(step, axis=1) > 0.05
        assert moved.any()
        assert (
            sign * (step[moved] * before[moved]).sum(axis=1) / np.linalg.norm(step[moved], axis=1) / 100 > 0.97
        ).all()


def test_flatten_scrape_and_fill_each_on_their_side_of_the_plane():
    def waves(x, y):
        return 2.5 * np.sin(x / 3) + 0 * y

    under = lambda s, b: (np.abs(b[:, 0]) < 15) & (np.abs(b[:, 1]) < 6)  # noqa: E731
    for tool, up, down in (("flatten", True, True), ("scrape", False, True), ("fill", True, False)):
        portrait, piece = sheet(121, waves)
        s = piece.surface
        before = s.positions.copy()
        for _ in range(3):
            draw(portrait, piece, tool, line((-25, 0), (25, 0), 20), size=40.0)
        z, old, rows = s.positions[:, 2], before[:, 2], under(s, before)
        high, low = rows & (old > 1.5), rows & (old < -1.5)
        assert (z[high].mean() < old[high].mean() - 0.3) == down
        assert (z[low].mean() > old[low].mean() + 0.3) == up
        if not down:
            assert (z[high] > old[high] - 0.25).all()
        assert z[rows].std() < 0.8 * old[rows].std()


def test_pinch_draws_together_and_ctrl_spreads():
    for ctrl in (False, True):
        portrait, piece = sheet(121)
        before = piece.surface.positions.copy()
        draw(portrait, piece, "pinch", line((-25, 0), (25, 0), 30), ctrl=ctrl, size=20.0)
        near = (np.abs(before[:, 0]) < 15) & (np.abs(before[:, 1]) > 2) & (np.abs(before[:, 1]) < 7)
        change = np.abs(piece.surface.positions[near, 1]).mean() - np.abs(before[near, 1]).mean()
        assert change > 0.2 if ctrl else change < -0.4
        np.testing.assert_allclose(piece.surface.positions[:, 2], 0.0, atol=1e-4)


def test_a_ribbon_is_flat_between_straight_steep_sides():
    portrait, piece = sheet(241)
    draw(portrait, piece, "ribbon", line((-30, 0), (30, 0), 40), size=24.0, strength=0.8)
    at = piece.surface.positions
    across = at[np.abs(at[:, 0]) < 0.3]
    middle, outside = across[np.abs(across[:, 1]) < 6, 2], across[np.abs(across[:, 1]) > 10, 2]
    assert middle.min() > 0.8
    assert np.ptp(middle) < 0.12 * middle.mean()  # flat on top
    assert np.abs(outside).max() < 0.1 * middle.mean()
    side, high = np.abs(across[:, 1]), across[:, 2] / middle.mean()
    assert (
        side[high < 0.15].min() - side[high > 0.85].max() <= 3.0
    )  # from foot to shoulder within a quarter of the radius


def test_polish_takes_noise_off_and_keeps_an_edge_that_smooth_rounds():
    def roof(x, y):
        return 20 - np.abs(x) + np.random.default_rng(2).normal(0, 0.12, x.shape)

    worn = {}
    for tool in ("polish", "smooth"):
        portrait, piece = sheet(121, roof)
        s = piece.surface
        before = s.positions.copy()
        for y in (-10, 0, 10):
            for _ in range(3):
                draw(portrait, piece, tool, line((-30, y), (30, y), 25), size=40.0, strength=0.6)
        flat = (np.abs(before[:, 0]) > 6) & (np.abs(before[:, 0]) < 20) & (np.abs(before[:, 1]) < 10)
        error = s.positions[flat, 2] - (20 - np.abs(s.positions[flat, 0]))
        assert error.std() < 0.06
        top = (np.abs(before[:, 0]) < 0.1) & (np.abs(before[:, 1]) < 8)
        worn[tool] = 20 - s.positions[top, 2].mean()
    assert worn["polish"] < 0.35
    assert worn["smooth"] > 2 * worn["polish"]


def test_relax_evens_the_net_and_leaves_the_form():
    portrait, piece = bench(40)
    s = piece.surface
    rng = np.random.default_rng(3)
    at = s.positions + rng.normal(0, 0.8, s.positions.shape).astype(np.float32)
    s.set_rows(np.arange(len(s), dtype=np.int32), at * (100 / np.linalg.norm(at, axis=1, keepdims=True)))

    def spread():
        rows = np.nonzero(
            (np.abs(s.positions[:, 0]) < 12) & (np.abs(s.positions[:, 1]) < 12) & (s.positions[:, 2] > 0)
        )[0]
        edges = [
            np.linalg.norm(s.positions[r] - s.positions[s.ring[s.ring_at[r] : s.ring_at[r + 1]]], axis=1) for r in rows
        ]
        return np.concatenate(edges).std()

    before = spread()
    for _ in range(4):
        draw(portrait, piece, "relax", line((-15, 0), (15, 0), 10), size=60.0)
    assert spread() < 0.75 * before
    assert np.abs(radii(piece) - 100).max() < 0.25


def test_twist_turns_about_the_place_and_mirrors_the_other_way():
    portrait, piece = bench(64)
    before = piece.surface.positions.copy()
    draw(portrait, piece, "twist", [(30, 0), (38, 0), (45, 0)], size=40.0, symmetry=True)
    after = piece.surface.positions
    centre = np.array([30.0, 0.0])
    near = (
        (np.linalg.norm(before[:, :2] - centre, axis=1) < 12)
        & (np.linalg.norm(before[:, :2] - centre, axis=1) > 4)
        & (before[:, 2] > 0)
    )
    r, step = before[near, :2] - centre, (after - before)[near, :2]
    turn = r[:, 0] * step[:, 1] - r[:, 1] * step[:, 0]
    assert (np.sign(turn) == np.sign(turn[0])).all()
    assert np.abs((r * step).sum(axis=1) / np.linalg.norm(r, axis=1)).mean() < 0.5 * np.linalg.norm(step, axis=1).mean()
    flip = np.float32([-1, 1, 1])
    key, other = np.lexsort(np.round(after, 3).T), np.lexsort(np.round(after * flip, 3).T)
    np.testing.assert_allclose(after[key], (after * flip)[other], atol=2e-3)


def test_pull_out_draws_a_form_as_long_as_the_pointer_went():
    portrait, piece = sheet(121)
    # seen from the side: the ray goes along y, so the pointer's way can lead out of the sheet
    from dataclasses import replace

    from yewfinch.core.sculpt.pointer import PointerEvent
    from yewfinch.core.sculpt.stroke import StrokeContext
    from yewfinch.core.sculpt.toolbox import tool

    spec = tool("pull_out")
    ctx = StrokeContext(portrait, piece, replace(spec.settings, size=20.0), False)
    stroke = spec.make(ctx)
    next(stroke)
    way = np.array([0.0, 0.8, -0.6])
    for k, z in enumerate(np.linspace(0, 40, 20)):
        phase = "press" if k == 0 else "release" if k == 19 else "move"
        aim = np.array([0.0, 0.0, z])
        try:
            stroke.send(PointerEvent(phase, aim - 300 * way, way))
        except StopIteration:
            break
    at = piece.surface.positions
    assert at[:, 2].max() > 17
    assert (at[np.linalg.norm(at[:, :2], axis=1) > 30, 2] < 0.5).all()


@pytest.mark.parametrize("way", ["normal", "surface"])
def test_moved_along_the_normals_or_along_the_surface_only(way):
    portrait, piece = bench(64)
    before = piece.surface.positions.copy()
    draw(portrait, piece, "move", [(40, 30), (44, 34), (50, 38)], size=40.0, way=way)
    step = piece.surface.positions - before
    moved = np.linalg.norm(step, axis=1) > 0.05
    assert moved.any()
    along = np.abs((step[moved] * before[moved]).sum(axis=1)) / 100 / np.linalg.norm(step[moved], axis=1)
    assert (along > 0.99).all() if way == "normal" else (along < 0.12).all()


def test_connected_distances_are_those_of_a_plain_search_and_leave_the_other_lip_alone():
    # Dijkstra of another library as a second opinion (SciPy)
    from scipy.sparse import csr_array
    from scipy.sparse.csgraph import dijkstra

    s = cube_sphere(12)
    a = np.repeat(np.arange(len(s)), np.diff(s.ring_at))
    length = np.linalg.norm(s.positions[a].astype(float) - s.positions[s.ring].astype(float), axis=1)
    whole = dijkstra(csr_array((length, (a, s.ring)), shape=(len(s), len(s))), indices=40)
    rows = np.arange(len(s), dtype=np.int32)
    out, place = np.empty(len(s)), np.full(len(s), -1, np.int32)
    kernels.reached(rows, s.positions, s.ring_at, s.ring, 40, 120.0, place, out)
    np.testing.assert_allclose(out[whole < 119.9], whole[whole < 119.9], rtol=1e-5)
    assert np.isinf(out[whole > 120.1]).all()
    assert (place == -1).all()

    # two sheets, one 4 mm over the other
    _, low = sheet(41)
    upper = low.surface.positions + np.float32([0, 0, 4])
    both = Surface(
        np.concatenate([low.surface.positions, upper]),
        np.concatenate([low.surface.faces, low.surface.faces + len(upper)]),
    )
    for connected in (True, False):
        portrait = Portrait()
        portrait.pieces["ball"] = Piece("ball", "Lips", both.copy())
        piece = portrait.pieces["ball"]
        draw(portrait, piece, "move", [(0, 0), (6, 0), (12, 0)], size=40.0, connected=connected)
        moved = np.linalg.norm(piece.surface.positions - both.positions, axis=1) > 0.01
        assert moved[len(upper) :].any()
        assert moved[: len(upper)].any() != connected


def test_front_only_leaves_the_back_of_a_thin_sheet():
    for front in (True, False):
        _, low = sheet(41)
        n = len(low.surface)
        both = Surface(
            np.concatenate([low.surface.positions, low.surface.positions - np.float32([0, 0, 2])]),
            np.concatenate([low.surface.faces, low.surface.faces[:, ::-1] + n]),
        )
        portrait = Portrait()
        portrait.pieces["ball"] = Piece("ball", "Ear", both)
        before = both.positions.copy()
        draw(portrait, portrait.pieces["ball"], "move", [(0, 0), (6, 0), (12, 0)], size=40.0, front=front)
        moved = np.linalg.norm(both.positions - before, axis=1) > 0.01
        assert moved[:n].any()
        assert moved[n:].any() != front


def test_a_sharp_cut_is_as_deep_everywhere_and_has_straight_sides():
    portrait, piece = sheet(241)
    draw(portrait, piece, "sharp_cut", line((-30, 0), (30, 0), 40), size=12.0, strength=0.8)
    at = piece.surface.positions
    floor = at[(np.abs(at[:, 1]) < 0.3) & (np.abs(at[:, 0]) < 25), 2]
    assert floor.max() < -1.0
    assert np.ptp(floor) < 0.25 * np.abs(floor).mean()
    side = (np.abs(at[:, 0]) < 20) & (np.abs(at[:, 1]) > 0.4) & (np.abs(at[:, 1]) < 2.4)
    slope, offset = np.polyfit(np.abs(at[side, 1]), at[side, 2], 1)
    assert np.abs(at[side, 2] - slope * np.abs(at[side, 1]) - offset).max() < 0.2 * np.abs(floor).mean()
    np.testing.assert_allclose(at[np.abs(at[:, 1]) > 6.5, 2], 0.0, atol=1e-4)


def test_two_planes_meet_in_an_edge_along_the_stroke():
    def hill(x, y):
        return 6 * np.exp(-((y / 9) ** 2)) + 0 * x

    portrait, piece = sheet(241, hill)
    for _ in range(4):
        draw(portrait, piece, "scrape_edge", line((-30, 0), (30, 0), 60), size=24.0, strength=0.9)
    at = piece.surface.positions[np.abs(piece.surface.positions[:, 0]) < 15]
    left, right = at[(at[:, 1] > 1) & (at[:, 1] < 6)], at[(at[:, 1] < -1) & (at[:, 1] > -6)]
    for half, sign in ((left, -1), (right, 1)):
        slope, offset = np.polyfit(half[:, 1], half[:, 2], 1)
        assert 0.25 < sign * slope < 0.8
        assert np.abs(half[:, 2] - slope * half[:, 1] - offset).max() < 0.35  # a plane
    assert at[np.abs(at[:, 1]) < 0.4, 2].mean() > left[:, 2].mean() + 0.5


def test_smear_draws_a_bump_along():
    def bump(x, y):
        return 4 * np.exp(-((x + 15) ** 2 + y**2) / 30)

    portrait, piece = sheet(121, bump)
    before = piece.surface.positions.copy()
    draw(portrait, piece, "smear", line((-15, 0), (10, 0), 30), size=24.0, strength=0.9)
    at = piece.surface.positions

    top = before[:, 2] > 2
    step = (at - before)[top]
    assert step[:, 0].mean() > 1.5
    assert np.abs(step[:, 1]).max() < 1e-3
    assert np.abs(step[:, 2]).mean() < 0.25 * step[:, 0].mean()
    np.testing.assert_array_equal(at[np.abs(before[:, 1]) > 12.1], before[np.abs(before[:, 1]) > 12.1])


def test_smoothing_that_keeps_the_volume_takes_noise_off_only():
    shrunk = {}
    for keep in (True, False):
        portrait, piece = rough(48, 0.004)
        s = piece.surface
        under = (np.abs(s.positions[:, 1]) < 8) & (np.abs(s.positions[:, 0]) < 20) & (s.positions[:, 2] > 0)
        before = radii(piece)[under]
        for _ in range(6):
            draw(portrait, piece, "smooth", line((-30, 0), (30, 0), 25), size=70.0, strength=0.9, keep_volume=keep)
        after = radii(piece)[under]
        assert after.std() < 0.55 * before.std()
        shrunk[keep] = before.mean() - after.mean()
    assert abs(shrunk[True]) < 0.15
    assert shrunk[False] > 2 * abs(shrunk[True])


def test_a_crease_pinches_as_much_as_it_is_told():
    drawn = []
    for pinch in (0.0, 0.5, 1.0):
        portrait, piece = sheet(121)
        before = piece.surface.positions.copy()
        draw(portrait, piece, "crease", line((-25, 0), (25, 0), 30), size=16.0, pinch=pinch)
        near = (np.abs(before[:, 0]) < 15) & (np.abs(before[:, 1]) > 1.5) & (np.abs(before[:, 1]) < 5)
        drawn.append(np.abs(before[near, 1]).mean() - np.abs(piece.surface.positions[near, 1]).mean())
    assert abs(drawn[0]) < 0.01
    assert drawn[1] > 0.1
    assert drawn[2] > 1.5 * drawn[1]
