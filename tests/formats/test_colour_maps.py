"""Colour maps: written and read back, in GLB read by another library, told in a sentence where they cannot be."""

import io
import json

import cv2
import numpy as np
import pytest
import trimesh
from PIL import Image

from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import layer_values, painting
from yewfinch.core.formats import colour_maps, container
from yewfinch.core.formats.model_files import read_model
from yewfinch.core.formats.piece_maps import texture_corners
from yewfinch.core.formats.transfer import export, read_pieces
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.unfold import CornerPlaces
from yewfinch.core.shared.colour import to_lab
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.skin.colour_difference import ciede2000
from yewfinch.core.skin.colour_map import baked, layout, normal_map, on_samples
from yewfinch.core.skin.grain import grain_of
from yewfinch.core.skin.unwrap import unwrapped
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
    text = colour_maps.write_maps(head, "head", tmp_path / "map.png")
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
        colour_maps.write_maps(portrait, "ball", tmp_path / "a.png")
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


def painted_ball(quality: str | None = None, value: int = 200) -> Portrait:
    """A ball without texture places: left half dark, right half light."""
    portrait = Portrait()
    portrait.put_piece(Piece("ball", "Ball", cube_sphere(10)), "Add")
    portrait.perform(painting.begin(portrait, "ball", 2.0))
    at = portrait.pieces["ball"].painting.grain.places(portrait.surface("ball"))
    colours = np.full((len(at), 4), 255, np.uint8)
    colours[:, :3] = np.where(at[:, :1] < 0, 60, 210)
    portrait.perform(painting.put(portrait, "ball", "Halves", colours)[0])
    if quality is not None:
        portrait.perform(layer_values.lay_all_over(portrait, "ball", "paint1", {quality: value}))
    return portrait


def test_any_clay_is_laid_out_flat_without_overlap():
    """A torus, and a cup whose inside lies behind its outside; polygons are filled by another library."""
    outer, inner = (trimesh.creation.cylinder(r, 40, sections=40) for r in (20, 17))
    cup = trimesh.boolean.difference([outer, inner.apply_translation([0, 0, 4])])
    for mesh in (trimesh.creation.torus(30, 12), cup):
        surface = Surface(mesh.vertices, mesh.faces)
        uv = unwrapped(surface)
        assert uv.min() >= 0.0
        assert uv.max() <= 1.0
        canvas = np.zeros((2048, 2048), np.uint8)
        for corners in uv[:, :3].astype(float):
            inside = corners.mean(axis=0) + 0.9 * (corners - corners.mean(axis=0))  # without its rim
            at = np.round(inside * 2047).astype(np.int32)
            low, high = at.min(axis=0), at.max(axis=0) + 1
            one = np.zeros((high - low)[::-1], np.uint8)
            cv2.fillConvexPoly(one, at - low, 1)
            if _area(at) > 20:
                canvas[low[1] : high[1], low[0] : high[0]] += one
        assert (canvas > 1).sum() < 0.002 * (canvas > 0).sum()
        at = surface.positions[surface.faces]
        real = 0.5 * np.linalg.norm(np.cross(at[:, 1] - at[:, 0], at[:, 2] - at[:, 0]), axis=1)
        scale = np.array([_area(c) for c in uv[:, :3]]) / real  # the same all over, but for what is slanted
        assert np.quantile(scale, 0.02) > 0.6 * np.quantile(scale, 0.98)


def _area(corners: np.ndarray) -> float:
    (a, b), (c, d) = (corners[1:] - corners[0]).astype(float)
    return 0.5 * abs(a * d - b * c)


def test_laying_out_is_an_edit_and_saved(tmp_path):
    portrait = painted_ball()
    portrait.perform(colour_maps.lay_out(portrait, "ball"))
    with pytest.raises(YewfinchError, match="already"):
        colour_maps.lay_out(portrait, "ball")
    shown = portrait.pieces["ball"].painting.shown.copy()
    colour_maps.write_maps(portrait, "ball", tmp_path / "a.tif")
    portrait.perform(colour_maps.take_map(portrait, "ball", tmp_path / "a.tif")[0])
    at = portrait.pieces["ball"].painting.grain.places(portrait.surface("ball"))
    away = np.abs(at[:, 0]) > 4.0
    assert (off(portrait.pieces["ball"].painting.shown, shown)[away] < 1.0).mean() > 0.95
    container.save(portrait, tmp_path / "a.yewfinch")
    again = container.load(tmp_path / "a.yewfinch")
    np.testing.assert_array_equal(again.pieces["ball"].corners.uv, portrait.pieces["ball"].corners.uv)
    portrait.history.undo()
    portrait.history.undo()
    assert portrait.pieces["ball"].corners is None
    portrait.history.close()


@pytest.mark.parametrize("kind", ["png", "tif"])
def test_all_that_a_piece_carries_is_written_and_taken_back(tmp_path, kind):
    portrait = painted_ball("roughness", 51)
    portrait.perform(layer_values.lay_all_over(portrait, "ball", "paint1", {"height": 255}))
    portrait.perform(colour_maps.lay_out(portrait, "ball"))
    text = colour_maps.write_maps(portrait, "ball", tmp_path / f"a.{kind}", (), 512)
    assert "512 x 512" in text
    read = {n: np.asarray(Image.open(tmp_path / f"a-{n}.{kind}")) for n in ("colour", "roughness", "opacity", "normal")}
    assert set(np.unique(read["roughness"])) == {0, 51}  # nothing lies between charts
    assert read["normal"].shape == (512, 512, 3)
    colour_maps.write_maps(portrait, "ball", tmp_path / f"h.{kind}", ("height",), 512)
    tall = np.asarray(Image.open(tmp_path / f"h.{kind}")).astype(float)
    assert tall.max() == (65535 if kind == "png" else pytest.approx(0.5))
    portrait.perform(layer_values.take_away(portrait, "ball", "paint1", ["roughness"]))
    portrait.perform(colour_maps.take_values(portrait, "ball", "paint1", "roughness", tmp_path / f"a-roughness.{kind}"))
    rough = portrait.pieces["ball"].painting.looks[:, 0]
    assert (rough == 51).mean() > 0.97
    portrait.history.close()


def test_normals_are_those_of_the_slope():
    """A plane of 40 mm whose texture is turned and squeezed, with a slope along x: worked out by hand."""
    surface = Surface([[0, 0, 0], [40, 0, 0], [40, 40, 0], [0, 40, 0]], [[0, 1, 2, 3]])
    grain = grain_of(surface, 5)
    height = (0.25 * grain.places(surface)[:, 0]).astype(np.float32)[:, None]
    plain = np.array([[[0, 0], [1, 0], [1, 1], [0, 1]]], np.float32)
    turned = np.array([[[0.5, 0], [0.5, 1], [0, 1], [0, 0]]], np.float32)  # x of the plane runs along v, y against u
    n = np.array([-0.25, 0.0, 1.0]) / np.hypot(0.25, 1.0)
    for corners, wanted in ((plain, n), (turned, n[[1, 0, 2]])):
        made = layout(surface, grain, corners, 128)
        tall = made.bake({"h": height})["h"][..., 0]
        got = normal_map(made, tall)[40:80, 20:50].astype(float) / 127.5 - 1.0
        np.testing.assert_allclose(got, np.broadcast_to(wanted, got.shape), atol=0.012)


def test_another_library_reads_the_materials_of_a_glb(tmp_path):
    portrait = painted_ball("roughness", 51)
    values = {"metallic": 255, "wetness": 180, "opacity": 128, "height": 200}
    portrait.perform(layer_values.lay_all_over(portrait, "ball", "paint1", values))
    text = export(portrait, tmp_path / "ball.glb")
    assert "maps of 1" in text
    material = trimesh.load(tmp_path / "ball.glb", process=False).geometry["Ball"].visual.material
    both = np.asarray(material.metallicRoughnessTexture)
    covered = np.asarray(material.baseColorTexture)[..., 3] > 0
    assert (both[covered][:, 1:] == (51, 255)).all()
    assert material.alphaMode == "BLEND"
    assert (np.asarray(material.baseColorTexture)[covered][:, 3] == 128).all()
    assert np.asarray(material.normalTexture).shape == both.shape
    data = (tmp_path / "ball.glb").read_bytes()
    told = json.loads(data[20 : 20 + int.from_bytes(data[12:16], "little")])
    coat = told["materials"][0]["extensions"]["KHR_materials_clearcoat"]
    assert told["extensionsUsed"] == ["KHR_materials_clearcoat"]
    view = told["bufferViews"][
        told["images"][told["textures"][coat["clearcoatTexture"]["index"]]["source"]]["bufferView"]
    ]
    start = 20 + int.from_bytes(data[12:16], "little") + 8 + view["byteOffset"]
    with Image.open(io.BytesIO(data[start : start + view["byteLength"]])) as wet:
        assert (np.asarray(wet)[covered] == 180).all()
    assert len(data) == int.from_bytes(data[8:12], "little")
    portrait.history.close()


@pytest.mark.parametrize("suffix", [".obj", ".glb"])
def test_maps_come_back_with_the_model_as_a_layer(tmp_path, suffix):
    portrait = painted_ball("roughness", 51)
    portrait.perform(layer_values.lay_all_over(portrait, "ball", "paint1", {"wetness": 180, "opacity": 128}))
    export(portrait, tmp_path / f"ball{suffix}")
    if suffix == ".obj":  # read by another library, too
        assert "map_Kd ball-Ball-colour.png" in (tmp_path / "ball.mtl").read_text()
        mesh = trimesh.load(tmp_path / "ball.obj", process=False)
        assert mesh.visual.material.image.size[0] >= 1024
    (piece,) = read_pieces(tmp_path / f"ball{suffix}", set())
    assert [v.name for v in piece.painting.layers] == ["Paint", "Map", "Ground"]
    at = piece.painting.grain.places(piece.surface)
    away = np.abs(at[:, 0]) > 5.0
    wanted = np.where(at[:, :1] < 0, 60, 210) * np.ones(3)
    assert (np.abs(piece.painting.shown[:, :3] - wanted)[away].max(axis=1) <= 2).mean() > 0.98
    assert set(piece.painting["map"].values) == {"roughness", "metallic", "wetness", "opacity"}
    assert (piece.painting.looks == (51, 0, 180, 128)).all(axis=1).mean() > 0.98
    portrait.history.close()


@pytest.mark.parametrize(
    ("mode", "cutoff", "wanted"), [("OPAQUE", 0.5, None), ("BLEND", 0.5, 102), ("MASK", 0.3, 255), ("MASK", 0.5, 0)]
)
def test_alpha_of_a_glb_counts_as_its_material_says(tmp_path, mode, cutoff, wanted):
    """glTF 2.0, 3.9.4: opaque materials have no alpha, masks cut at a value, others let through."""
    flat = trimesh.Trimesh([[0, 0, 0], [0.1, 0, 0], [0.1, 0.1, 0], [0, 0.1, 0]], [[0, 1, 2], [0, 2, 3]], process=False)
    picture = Image.fromarray(np.full((16, 16, 4), (200, 120, 90, 102), np.uint8))
    material = trimesh.visual.material.PBRMaterial(
        name="skin", baseColorTexture=picture, alphaMode=mode, alphaCutoff=cutoff
    )
    flat.visual = trimesh.visual.TextureVisuals(uv=[[0, 0], [1, 0], [1, 1], [0, 1]], material=material)
    (tmp_path / "flat.glb").write_bytes(trimesh.Scene([flat]).export(file_type="glb"))
    (piece,) = read_pieces(tmp_path / "flat.glb", set())
    layer = piece.painting["map"]
    assert (layer.sheet.dense() == (200, 120, 90, 255)).all()
    assert ("opacity" in layer.values) == (wanted is not None)
    if wanted is not None:
        assert (layer.values["opacity"].dense() == (wanted, 255)).all()


def test_bodies_without_maps_keep_to_themselves_beside_one_with(tmp_path):
    portrait = painted_ball()
    portrait.put_piece(Piece("other", "Other", cube_sphere(3)), "Add")
    export(portrait, tmp_path / "two.obj")
    text = (tmp_path / "two.obj").read_text()
    assert text.count("usemtl") == 2
    assert (tmp_path / "two.mtl").read_text().count("map_Kd") == 1
    found = {p.name: p for p in read_pieces(tmp_path / "two.obj", set())}
    assert found["Other"].painting is None
    assert found["Other"].corners is None
    assert [v.name for v in found["Ball"].painting.layers] == ["Paint", "Map", "Ground"]
    portrait.history.close()


def test_a_model_whose_picture_is_missing_comes_without_it(tmp_path):
    portrait = painted_ball()
    export(portrait, tmp_path / "ball.obj")
    (tmp_path / "ball-Ball-colour.png").write_bytes(b"no picture")
    assert "map_Pr" not in (tmp_path / "ball.mtl").read_text()  # its layers carry colour only
    model = read_model(tmp_path / "ball.obj")
    assert "cannot be read" in model.notes[0]
    (piece,) = read_pieces(tmp_path / "ball.obj", set())
    assert piece.painting is None
    assert piece.corners is not None
    portrait.history.close()
