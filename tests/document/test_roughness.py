"""Roughness goes with the clay: through every change of its surface, levels, files, strokes and undo."""

import numpy as np
import pytest
import trimesh

from tests.sculpt.clay import bench, draw, line
from yewfinch.core.document.model.edits import PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import (
    detail_levels,
    fusing,
    masking,
    pieces,
    remeshing,
    symmetrising,
    tidying,
)
from yewfinch.core.formats import container
from yewfinch.core.formats.exchange.model import Shape
from yewfinch.core.formats.model_files import read_shapes, write_shapes
from yewfinch.core.mesh.surface.channel_spec import ROUGH, channel_specs
from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.shared.errors import BadFileError, BadSurfaceError
from yewfinch.demo.shapes import cube_sphere


@pytest.fixture
def half_wet(portrait):
    """A ball that is wet where it looks up."""
    ball = cube_sphere(24)
    ball.roughness[ball.positions[:, 1] > 0] = 20
    portrait.put_piece(Piece("clay", "Ball", ball), "x")
    return portrait


def told(surface):
    """Share of the vertices away from the border that hold what they should, and whether both kinds are there."""
    y = surface.positions[:, 1]
    far = np.abs(y) > 12
    right = surface.roughness[:, 0] == np.where(y > 0, 20, ROUGH)
    return float(right[far].mean()), bool((y > 12).any() and (y < -12).any())


WAYS = {
    "fused": lambda p: fusing.fuse(p, ["clay"], 4.0),
    "with its detail": lambda p: remeshing.remesh_with_detail(p, "clay", remeshing.Layout(9.0), 1),
    "reduced": lambda p: tidying.reduce(p, "clay", 1500),
    "evened": lambda p: symmetrising.even(p, "clay", "sitter", "left")[0],
    "sectors": lambda p: symmetrising.round_axis(p, "clay", 5, 1),
    "duplicate": lambda p: pieces.duplicate(p, "clay")[0],
    "mirrored": lambda p: pieces.mirror(p, "clay")[0],
    "a level": lambda p: detail_levels.add(p, "clay"),
    "levels under it": lambda p: detail_levels.make_under(p, "clay", 1),
}


@pytest.mark.parametrize("way", WAYS)
def test_it_is_carried_over(half_wet, way):
    p = half_wet
    if way == "evened":  # one side is bare, so that the halves are welded anew
        s = p.surface("clay")
        s.set_rows(s.rows_in_ball((-100, 0, 0), 30), s.positions[s.rows_in_ball((-100, 0, 0), 30)] * np.float32(1.1))
    edit = WAYS[way](p)
    p.perform(edit)
    made = [c.after.id for c in edit.changes if isinstance(c, PieceChange) and c.after is not None] or ["clay"]
    for key in made:
        share, both = told(p.surface(key))
        assert share > 0.98 and both, (way, key, share)
    p.history.undo()
    assert told(p.surface("clay"))[0] == 1.0


def test_a_part_split_off_and_a_shell_keep_theirs(half_wet):
    p = half_wet
    s = p.surface("clay")
    s.mask[s.positions[:, 0] > 30] = 255
    edit, shell, _ = masking.make_shell(p, "clay", 3.0, "outward")
    p.perform(edit)
    assert told(p.surface(shell))[0] > 0.9
    edit, part = masking.split_off(p, "clay")
    p.perform(edit)
    for key in ("clay", part):
        rough = p.surface(key).roughness[:, 0]
        assert (rough[p.surface(key).positions[:, 1] > 12] == 20).mean() > 0.9
        assert (rough[p.surface(key).positions[:, 1] < -12] == ROUGH).mean() > 0.9


def test_levels_take_what_changes_below_and_keep_what_does_not(half_wet):
    p = half_wet
    p.perform(detail_levels.add(p, "clay"))
    p.perform(detail_levels.go_to(p, "clay", 0))
    s = p.surface("clay")
    s.roughness[s.positions[:, 1] < -60] = 250
    p.perform(detail_levels.go_to(p, "clay", 1))
    fine = p.surface("clay")
    assert (fine.roughness[fine.positions[:, 1] < -72] == 250).all()
    assert (fine.roughness[fine.positions[:, 1] > 12] == 20).all()


def test_saved_with_all_levels_and_read_again(half_wet, tmp_path):
    p = half_wet
    p.perform(detail_levels.add(p, "clay"))
    path = tmp_path / "a.yewfinch"
    container.save(p, path)
    back = container.load(path)
    for key, held in p.pieces.items():
        np.testing.assert_array_equal(back.surface(key).roughness, held.surface.roughness)
    kept = back.pieces["clay"].levels.levels[0].kept.channels
    assert kept.same(p.pieces["clay"].levels.levels[0].kept.channels)


def test_one_cut_short_is_refused(half_wet, tmp_path):
    import zipfile

    path, bad = tmp_path / "a.yewfinch", tmp_path / "b.yewfinch"
    container.save(half_wet, path)
    with zipfile.ZipFile(path) as old, zipfile.ZipFile(bad, "w") as new:
        for name in old.namelist():
            data = old.read(name)
            new.writestr(name, data[:-40] if name == "pieces/clay/roughness.npy" else data)
    with pytest.raises(BadFileError, match=r"roughness\.npy is cut short"):
        container.load(bad)


@pytest.mark.parametrize("suffix", [".ply", ".glb"])
def test_other_formats_carry_it(tmp_path, suffix):
    ball = cube_sphere(5)
    rough = (np.arange(len(ball)) % 256).astype(np.uint8)[:, None]
    path = tmp_path / f"a{suffix}"
    write_shapes(path, [Shape("ball", ball.positions, ball.faces, ball.colour, channels={"roughness": rough})])
    (found,) = read_shapes(path)
    np.testing.assert_array_equal(found.channels["roughness"], rough)
    if suffix == ".ply":  # a reader that nobody here made
        mesh = trimesh.load(path, process=False)
        np.testing.assert_array_equal(mesh.metadata["_ply_raw"]["vertex"]["data"]["roughness"].ravel(), rough[:, 0])
    write_shapes(path, [Shape("ball", ball.positions, ball.faces, ball.colour)])
    assert read_shapes(path)[0].channels == {}


def test_ascii_ply_with_parts_of_one(tmp_path):
    path = tmp_path / "a.ply"
    path.write_text(
        "ply\nformat ascii 1.0\nelement vertex 3\nproperty float x\nproperty float y\nproperty float z\nproperty "
        "float roughness\n"
        "element face 1\nproperty list uchar int vertex_indices\nend_header\n0 0 0 0\n1 0 0 0.5\n0 1 0 1\n3 0 1 2\n"
    )
    assert read_shapes(path)[0].channels["roughness"].ravel().tolist() == [0, 128, 255]


def test_the_gloss_tool_lays_it_on_takes_it_off_and_evens_it():
    portrait, piece = bench()
    rough = piece.surface.roughness
    draw(portrait, piece, "gloss", line((-40, 0), (40, 0), 12), symmetry=True, strength=1.0, roughness=0.2, size=30.0)
    row = piece.surface.nearest_row((0, 0, 100))
    assert rough[row, 0] == 51
    assert rough[piece.surface.nearest_row((0, 60, 80)), 0] == ROUGH
    np.testing.assert_array_equal(piece.surface.colour, cube_sphere(48).colour)  # nothing else
    spread = rough.astype(float).std()
    draw(portrait, piece, "gloss", line((-40, 10), (40, 10), 12), shift=True, strength=1.0, size=40.0)
    assert 0 < rough.astype(float).std() < spread
    draw(portrait, piece, "gloss", line((-40, 0), (40, 0), 12), ctrl=True, strength=1.0, size=40.0)
    assert rough[row, 0] == ROUGH
    for _ in range(3):
        portrait.history.undo()
    assert (rough == ROUGH).all()
    portrait.history.close()


def test_masked_skin_keeps_its_own():
    portrait, piece = bench()
    piece.surface.mask[:] = 255
    draw(portrait, piece, "gloss", line((-40, 0), (40, 0), 12), strength=1.0, roughness=0.0, size=30.0)
    assert (piece.surface.roughness == ROUGH).all()
    portrait.history.close()


def test_channels_are_packed_joined_and_checked():
    rng = np.random.default_rng(3)
    one = Channels({s.name: rng.integers(0, 256, (7, s.width)).astype(np.uint8) for s in channel_specs()})
    assert Channels.unpacked(one.packed()).same(one)
    assert Channels.unpacked(one.packed().astype(np.float32) + 0.4).same(one)  # rounded
    two = Channels.joined([one, Channels.plain(2)])
    assert len(two) == 9 and two.at(np.arange(7)).same(one)
    assert not one.free().mask.any() and one.free().roughness is one.roughness
    with pytest.raises(BadSurfaceError, match=r"colour must have shape \(8, 4\)"):
        one.check(8)
