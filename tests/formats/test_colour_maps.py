"""Colour maps: written and read back, in GLB read by another library, told in a sentence where they cannot be."""

import io

import numpy as np
import pytest
import trimesh
from PIL import Image

from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import painting
from yewfinch.core.formats import colour_maps
from yewfinch.core.formats.transfer import export, texture_corners
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.unfold import CornerPlaces
from yewfinch.core.shared.colour import to_lab
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.skin.colour_difference import ciede2000
from yewfinch.core.skin.colour_map import baked, on_samples
from yewfinch.core.skin.grain import grain_of
from yewfinch.demo.shapes import cube_sphere


@pytest.fixture
def head():
    made = new_portrait(Figure(Person(sex=0.0, age=30)))
    made.perform(painting.begin(made, "head", 1.2))
    held = made.pieces["head"]
    at = held.painting.grain.places(held.surface)
    values = np.full((held.painting.grain.count, 4), 255, np.uint8)
    values[:, 0] = np.clip(150 + 60 * np.sin(at[:, 0] / 12.0), 0, 255)
    values[:, 1] = np.clip(110 + 50 * np.cos(at[:, 1] / 15.0), 0, 255)
    values[:, 2] = 95
    disc = np.linalg.norm(at - made.landmark("prn"), axis=1) < 9.0
    values[disc, :3] = (40, 70, 160)
    made.perform(painting.put(made, "head", "Waves", values)[0])
    yield made
    made.history.close()


def off(a: np.ndarray, b: np.ndarray) -> np.ndarray:
    return ciede2000(to_lab(a[:, :3] / 255.0), to_lab(b[:, :3] / 255.0))


def test_a_map_comes_back_onto_the_samples(head, tmp_path):
    """dE00 under 1 for 95 % of samples away from edges: here away from the disc's rim."""
    held = head.pieces["head"]
    shown = held.painting.shown.copy()
    text = colour_maps.write_map(head, "head", tmp_path / "map.png")
    assert "map.png" in text
    with Image.open(tmp_path / "map.png") as image:
        assert image.mode == "RGBA"
        assert image.width in (1024, 2048, 4096, 8192)
    edit, _ = colour_maps.take_map(head, "head", tmp_path / "map.png")
    head.perform(edit)
    at = held.painting.grain.places(held.surface)
    rim = np.abs(np.linalg.norm(at - head.landmark("prn"), axis=1) - 9.0) < 2.5
    back = head.pieces["head"].painting.shown
    assert (off(back, shown)[~rim] < 1.0).mean() > 0.95
    head.history.undo()
    np.testing.assert_array_equal(head.pieces["head"].painting.shown, shown)


def test_another_library_reads_the_map_and_normals_of_a_glb(head, tmp_path):
    export(head, tmp_path / "head.glb")
    scene = trimesh.load(tmp_path / "head.glb", process=False)
    mesh = scene.geometry["Head"]
    held = head.pieces["head"]
    picture = np.asarray(mesh.visual.material.baseColorTexture.convert("RGB"))
    h, w = picture.shape[:2]
    rng = np.random.default_rng(0)
    rows = rng.integers(0, len(mesh.vertices), 4000)
    uv = mesh.visual.uv[rows]
    x = np.clip((uv[:, 0] * w).astype(int), 0, w - 1)
    y = np.clip(((1.0 - uv[:, 1]) * h).astype(int), 0, h - 1)
    seen = picture[y, x]
    from scipy.spatial import cKDTree

    far, near = cKDTree(held.surface.positions).query(mesh.vertices[rows] * 1000.0)
    assert far.max() < 0.01
    wanted = held.painting.shown[near]
    rim = np.abs(np.linalg.norm(held.surface.positions[near] - head.landmark("prn"), axis=1) - 9.0) < 3.0
    assert (off(seen, wanted)[~rim] < 3.0).mean() > 0.97
    assert np.abs((mesh.vertex_normals[rows] * held.surface.normals[near]).sum(axis=1) - 1.0).max() < 0.01


def test_vertices_without_layers_are_mapped_too():
    made = new_portrait(Figure(Person(sex=0.0, age=30)))
    held = made.pieces["head"]
    held.surface.colour[:, :3] = (120, 80, 60)
    picture = baked(held.surface, None, texture_corners(held), 512)
    covered = picture[..., 3] > 0
    assert 0.3 < covered.mean() <= 1.0
    assert (picture[covered][:, :3] == (120, 80, 60)).mean() > 0.9  # the rest is eyes' and mouth's colour, if any
    made.history.close()


def test_a_grain_on_triangles_reads_a_map():
    """Two triangles with a slope from black to white along u."""
    surface = Surface([[0, 0, 0], [8, 0, 0], [8, 8, 0], [0, 8, 0]], [[0, 1, 2], [0, 2, 3]])
    corners = np.array([[[0, 0], [1, 0], [1, 1], [1, 1]], [[0, 0], [1, 1], [0, 1], [0, 1]]], np.float32)
    if not np.array_equal(surface.faces, [[0, 1, 2, 2], [0, 2, 3, 3]]):
        corners = corners[::-1]
    grain = grain_of(surface, 3)
    ramp = np.repeat(np.tile(np.arange(256, dtype=np.uint8)[None, :, None], (64, 1, 1)), 3, axis=2)
    found = on_samples(grain, corners, ramp)
    at = grain.places(surface)
    np.testing.assert_allclose(found[:, 0], np.clip(at[:, 0] / 8 * 256 - 0.5, 0, 255), atol=1.5)


def test_what_has_no_texture_places_says_so(tmp_path):
    portrait = Portrait()
    portrait.put_piece(Piece("ball", "Ball", cube_sphere(6)), "Add")
    with pytest.raises(YewfinchError, match="texture places"):
        colour_maps.write_map(portrait, "ball", tmp_path / "a.png")
    portrait.history.close()


@pytest.mark.parametrize("data", [b"", b"no picture", b"\x89PNG\r\n\x1a\n" + b"\0" * 40])
def test_files_that_are_no_pictures_are_told_in_a_sentence(head, tmp_path, data):
    (tmp_path / "bad.png").write_bytes(data)
    with pytest.raises(BadFileError, match="picture"):
        colour_maps.take_map(head, "head", tmp_path / "bad.png")
    with pytest.raises(BadFileError, match="read"):
        colour_maps.take_map(head, "head", tmp_path / "nowhere.png")


def test_maps_of_absurd_sizes_are_refused(head):
    corners = texture_corners(head.pieces["head"])
    for size in (0, 5, 100_000):
        with pytest.raises(YewfinchError, match="pixels"):
            baked(head.surface("head"), None, corners, size)
    with pytest.raises(YewfinchError, match="picture"):
        on_samples(head.pieces["head"].painting.grain, corners, np.zeros((1, 1, 3), np.uint8))


def test_coordinates_of_an_imported_model_serve(tmp_path):
    portrait = Portrait()
    surface = cube_sphere(4)
    uv = np.tile(np.array([[0, 0], [1, 0], [1, 1], [0, 1]], np.float32)[None], (len(surface.faces), 1, 1))
    portrait.put_piece(Piece("ball", "Ball", surface, corners=CornerPlaces(surface.faces, uv)), "Add")
    portrait.perform(painting.begin(portrait, "ball", 10.0))
    buffer = io.BytesIO()
    Image.new("RGB", (8, 8), (10, 200, 30)).save(buffer, "PNG")
    (tmp_path / "a.png").write_bytes(buffer.getvalue())
    portrait.perform(colour_maps.take_map(portrait, "ball", tmp_path / "a.png")[0])
    assert (portrait.pieces["ball"].painting.shown[:, :3] == (10, 200, 30)).all()
    portrait.history.close()
