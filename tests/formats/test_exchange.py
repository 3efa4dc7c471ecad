"""PLY, OBJ, STL and GLB: round trips, and read back by trimesh with colours."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.document.verbs import painting
from yewfinch.core.formats import transfer
from yewfinch.core.formats.exchange.model import Shape
from yewfinch.core.formats.model_files import read_shapes, write_shapes
from yewfinch.core.shared.errors import BadFileError

MIXED = Shape(
    "mixed",
    np.array([[0, 0, 0], [10, 0, 0], [10, 10, 0], [0, 10, 0], [5, 5, 9]], np.float32),
    np.array([[0, 3, 2, 1], [0, 1, 4, 4], [1, 2, 4, 4], [2, 3, 4, 4], [3, 0, 4, 4]], np.int32),
    np.array([[255, 0, 0, 255], [0, 255, 0, 255], [0, 0, 255, 255], [90, 80, 70, 255], [10, 200, 100, 255]], np.uint8),
)


@pytest.mark.parametrize("suffix", [".ply", ".obj"])
def test_quads_and_triangles_and_colours_come_back(tmp_path, suffix):
    path = tmp_path / f"a{suffix}"
    write_shapes(path, [MIXED])
    (found,) = read_shapes(path)
    np.testing.assert_allclose(found.positions, MIXED.positions)
    np.testing.assert_array_equal(found.faces, MIXED.faces)
    np.testing.assert_allclose(found.colour, MIXED.colour, atol=1)


@pytest.mark.parametrize("suffix", [".ply", ".glb"])
def test_trimesh_reads_positions_and_colours(tmp_path, portrait, suffix):
    portrait.perform(painting.fill(portrait, "head", (200, 120, 60)))
    path = tmp_path / f"a{suffix}"
    portrait.put_piece(type(portrait.pieces["head"])("head", "Head", portrait.surface("head")), "x")
    for eye in ("eye_left", "eye_right"):
        portrait.remove_piece(eye)
    told = transfer.export(portrait, path)
    mesh = trimesh.load(path, force="mesh", process=False)
    scale = 1000 if suffix == ".glb" else 1  # glTF 2.0: metres
    ours = portrait.surface("head")
    assert len(mesh.vertices) == len(ours)
    np.testing.assert_allclose(mesh.bounds * scale, ours.bounds(), atol=0.01)
    colour = mesh.visual.vertex_colors[0, :3]
    if suffix == ".glb":  # glTF 2.0: COLOR_0 is linear; sRGB 200, 120, 60 by IEC 61966-2-1
        np.testing.assert_allclose(colour, (147, 48, 11), atol=1)
        assert "metres" in told
    else:
        np.testing.assert_array_equal(colour, (200, 120, 60))


@pytest.mark.parametrize("suffix", [".stl", ".glb", ".ply", ".obj"])
def test_a_whole_portrait_goes_out_and_in(tmp_path, portrait, suffix):
    path = tmp_path / f"p{suffix}"
    transfer.export(portrait, path)
    found = transfer.read_pieces(path, set(portrait.pieces))
    assert sum(len(p.surface) for p in found) == sum(len(p.surface) for p in portrait.pieces.values())
    low = np.min([p.surface.bounds()[0] for p in found], axis=0)
    np.testing.assert_allclose(low, portrait.surface("head").bounds()[0], atol=0.01)
    assert all(p.surface.closed.all() for p in found)
    before = len(portrait.pieces)
    transfer.add_pieces(portrait, found, "Import")
    portrait.history.undo()
    assert len(portrait.pieces) == before


def test_ascii_ply_and_ascii_stl_are_read(tmp_path):
    (tmp_path / "a.ply").write_text(
        "ply\nformat ascii 1.0\nelement vertex 4\nproperty float x\nproperty float y\nproperty float z\n"
        "property uchar red\nproperty uchar green\nproperty uchar blue\nelement face 1\n"
        "property list uchar int vertex_indices\nend_header\n0 0 0 255 0 0\n1 0 0 0 255 0\n1 1 0 0 0 255\n"
        "0 1 0 9 9 9\n4 0 1 2 3\n"
    )
    (shape,) = read_shapes(tmp_path / "a.ply")
    assert shape.faces.tolist() == [[0, 1, 2, 3]]
    assert shape.colour[0].tolist() == [255, 0, 0, 255]
    trimesh.creation.box().export(tmp_path / "b.stl", file_type="stl_ascii")
    (box,) = read_shapes(tmp_path / "b.stl")
    assert (len(box.positions), len(box.faces)) == (8, 12)


BAD = {
    "a.ply": (b"ply\nformat ascii 1.0\nelement vertex 3\nproperty float x\nend_header\n1\n", "ends before"),
    "b.ply": (b"not a ply", "not a PLY"),
    "c.ply": (
        b"ply\nformat binary_little_endian 1.0\nelement vertex 999999999\nproperty float x\n"
        b"element face 1\nproperty list uchar int i\nend_header\n",
        "claims 999 999 999",
    ),
    "d.obj": (b"v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 9\n", "names? vert"),
    "e.obj": (b"v 0 0 zero\n", "line 1, holds something that is no number"),
    "f.obj": (b"v 0 0 nan\nv 1 0 0\nv 0 1 0\nf 1 2 3\n", "not numbers"),
    "g.stl": (b"\0" * 200, "not an STL"),
    "h.glb": (b"glTF" + b"\xff" * 60, "version 2 can be read"),
    "i.obj": (b"v 0 0 0\n", "no faces"),
    "j.xyz": (b"", "not known"),
}


@pytest.mark.parametrize("name", BAD)
def test_bad_files_are_refused_in_words(tmp_path, name):
    content, message = BAD[name]
    (tmp_path / name).write_bytes(content)
    with pytest.raises(BadFileError, match=message):
        read_shapes(tmp_path / name)


def test_hidden_pieces_stay_at_home(tmp_path, portrait):
    from dataclasses import replace

    for key, piece in list(portrait.pieces.items()):
        portrait.pieces[key] = replace(piece, visible=False)
    with pytest.raises(BadFileError, match="Every piece is hidden"):
        transfer.export(portrait, tmp_path / "x.ply")


def test_obj_carries_texture_coordinates(portrait, tmp_path):
    transfer.export(portrait, tmp_path / "head.obj")
    text = (tmp_path / "head.obj").read_text()
    places = np.array([[float(w) for w in line.split()[1:]] for line in text.splitlines() if line.startswith("vt ")])
    assert len(places) > len(portrait.surface("head"))  # the seam has two of each
    assert places.min() >= 0
    assert places.max() <= 1
    piece = portrait.pieces["head"]
    first = next(line for line in text.splitlines() if line.startswith("f ")).split()[1:]
    at = np.array([places[int(w.split("/")[1]) - 1] for w in first])
    np.testing.assert_allclose(at, piece.texture.corners(piece.surface.faces[:1])[0], atol=1e-5)
    used = {
        int(w.split("/")[1])
        for line in text.splitlines()
        if line.startswith("f ") and "/" in line
        for w in line.split()[1:]
    }
    assert used == set(range(1, len(places) + 1))
