"""Models that others made.

What their programs write that ours does not, and a hundred of Debian's package assimp-testmodels.
"""

import base64
import json
import logging
import shutil
import struct
from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest
import trimesh

from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.formats import container, transfer
from yewfinch.core.formats.exchange.model import Model, Shape, unit_said
from yewfinch.core.formats.exchange.polygons import cut
from yewfinch.core.formats.model_files import read_model, read_shapes
from yewfinch.core.mesh.surface.surface import triangles_apart
from yewfinch.core.shared.errors import BadFileError

CUBE = np.array([[x, y, z] for x in (0, 1) for y in (0, 1) for z in (0, 1)], np.float32)
#: Triangles of a cube, seen from outside counter-clockwise.
SIDES = np.array(
    [
        [0, 1, 3],
        [0, 3, 2],
        [4, 6, 7],
        [4, 7, 5],
        [0, 4, 5],
        [0, 5, 1],
        [2, 3, 7],
        [2, 7, 6],
        [0, 2, 6],
        [0, 6, 4],
        [1, 5, 7],
        [1, 7, 3],
    ],
    np.uint16,
)


def area_and_volume(shape):
    p = shape.positions.astype(float)[triangles_apart(shape.faces)]
    across = np.cross(p[:, 1] - p[:, 0], p[:, 2] - p[:, 0])
    return np.linalg.norm(across, axis=1).sum() / 2, np.einsum("ij,ij->i", p[:, 0], across).sum() / 6


class Gltf:
    """A glTF file in the making, by the words of the Khronos Group's specification (2021)."""

    def __init__(self, **rest):
        self.data = b""
        self.tree = {
            "asset": {"version": "2.0"},
            "scenes": [{"nodes": [0]}],
            "nodes": [{"mesh": 0}],
            "meshes": [],
            "accessors": [],
            "bufferViews": [],
            **rest,
        }

    def add(self, array, kind, **more):
        array = np.ascontiguousarray(array)
        self.data += b"\0" * (-len(self.data) % 4)
        self.tree["bufferViews"].append({"buffer": 0, "byteOffset": len(self.data), "byteLength": array.nbytes})
        code = {"i1": 5120, "u1": 5121, "i2": 5122, "u2": 5123, "u4": 5125, "f4": 5126}[array.dtype.str[1:]]
        self.tree["accessors"].append(
            {
                "bufferView": len(self.tree["bufferViews"]) - 1,
                "componentType": code,
                "count": len(array),
                "type": kind,
                **more,
            }
        )
        self.data += array.tobytes()
        return len(self.tree["accessors"]) - 1

    def cube(self, **more):
        at = self.add(CUBE, "VEC3")
        self.tree["meshes"] = [
            {"primitives": [{"attributes": {"POSITION": at}, "indices": self.add(SIDES.ravel(), "SCALAR"), **more}]}
        ]
        return self

    def write(self, path, uri=None):
        self.tree["buffers"] = [
            {
                "byteLength": len(self.data),
                "uri": uri or "data:application/octet-stream;base64," + base64.b64encode(self.data).decode(),
            }
        ]
        path.write_text(json.dumps(self.tree))
        return path


def test_a_text_file_reads_its_buffer_from_its_own_folder_only(tmp_path):
    inner = tmp_path / "model"
    (inner / "deep").mkdir(parents=True)
    made = Gltf().cube()
    for place in (inner / "deep" / "a b.bin", tmp_path / "outside.bin"):
        place.write_bytes(made.data)
    (inner / "link.bin").symlink_to(tmp_path / "outside.bin")
    (shape,) = read_shapes(made.write(inner / "a.gltf", "deep/a%20b.bin"))
    assert area_and_volume(shape) == pytest.approx((6.0, 1.0))
    for uri in (
        "../outside.bin",
        str(tmp_path / "outside.bin"),
        f"file://{tmp_path}/outside.bin",
        "http://example.invalid/a.bin",
        "link.bin",
        "gone.bin",
        "deep/../../outside.bin",
        "..%2Foutside.bin",
        "a\0b",
    ):
        with pytest.raises(BadFileError, match=r"does not lie in its folder|cannot be read"):
            read_shapes(made.write(inner / "a.gltf", uri))


def test_a_file_that_needs_a_later_version_is_refused(tmp_path):
    """Khronos Group 2021, glTF 2.0, 3.2: the minimum version has to be supported."""
    (shape,) = read_shapes(Gltf(asset={"version": "2.1", "minVersion": "2.0"}).cube().write(tmp_path / "a.gltf"))
    assert len(shape.positions) == 8
    with pytest.raises(BadFileError, match=r"needs glTF 2\.1"):
        read_shapes(Gltf(asset={"version": "2.1", "minVersion": "2.1"}).cube().write(tmp_path / "b.gltf"))


def test_what_a_file_requires_is_honoured(tmp_path):
    with pytest.raises(BadFileError, match="KHR_draco_mesh_compression"):
        read_shapes(Gltf(extensionsRequired=["KHR_draco_mesh_compression"]).cube().write(tmp_path / "a.gltf"))
    made = Gltf(extensionsRequired=["KHR_mesh_quantization"])
    made.tree["nodes"][0]["scale"] = [2.0, 2.0, 2.0]
    at = made.add((CUBE * 255).astype(np.uint8), "VEC3", normalized=True)
    made.tree["meshes"] = [
        {"primitives": [{"attributes": {"POSITION": at}, "indices": made.add(SIDES.ravel(), "SCALAR")}]}
    ]
    (shape,) = read_shapes(made.write(tmp_path / "b.gltf"))
    assert area_and_volume(shape) == pytest.approx((24.0, 8.0))


@pytest.mark.parametrize("place", [
    {"scale": [-1.0, 1.0, 1.0]}, {"matrix": [1, 0, 0, 0, 0, -1, 0, 0, 0, 0, 1, 0, 5, 6, 7, 1]},
    {"scale": [-1.0, -2.0, -0.5], "rotation": [0.0, 0.7071068, 0.0, 0.7071068], "translation": [1.0, 2.0, 3.0]},
])  # fmt: skip
def test_mirrored_nodes_are_turned_the_right_way_out(tmp_path, place):
    made = Gltf().cube()
    made.tree["nodes"][0].update(place)
    path = made.write(tmp_path / "a.gltf")
    (shape,) = read_shapes(path)
    outside = trimesh.load_scene(path).to_geometry()
    np.testing.assert_allclose(shape.positions.min(axis=0), outside.bounds[0], atol=1e-5)
    np.testing.assert_allclose(shape.positions.max(axis=0), outside.bounds[1], atol=1e-5)
    assert area_and_volume(shape)[1] == pytest.approx(1.0)


def test_colours_are_kept_beside_a_material(tmp_path):
    made = Gltf(
        materials=[
            {"pbrMetallicRoughness": {"baseColorFactor": [1.0, 0.5, 1.0, 1.0], "baseColorTexture": {"index": 0}}}
        ],
        textures=[{}],
    ).cube(material=0)
    colours = np.full((8, 4), 65535, np.uint16)
    colours[:4, :3] = (65535 // 2, 65535, 0)
    made.tree["meshes"][0]["primitives"][0]["attributes"]["COLOR_0"] = made.add(colours, "VEC4", normalized=True)
    model = read_model(made.write(tmp_path / "a.gltf"))
    near = model.shapes[0].positions[:, 0] == 0
    # linear 0.5, 0.5 and 0 by IEC 61966-2-1 are 188, 188 and 0
    np.testing.assert_allclose(model.shapes[0].colour[near], np.tile([188, 188, 0, 255], (4, 1)), atol=1)
    np.testing.assert_allclose(model.shapes[0].colour[~near], np.tile([255, 188, 255, 255], (4, 1)), atol=1)
    assert "Pictures of it were left out" in model.notes[0]


@pytest.mark.parametrize(("mode", "order"), [(5, [0, 1, 2, 3]), (6, [0, 1, 3, 2])], ids=["strip", "fan"])
def test_strips_and_fans_face_one_way(tmp_path, mode, order):
    made = Gltf()
    at = made.add(np.array([[0, 0, 0], [1, 0, 0], [0, 1, 0], [1, 1, 0]], np.float32), "VEC3")
    made.tree["meshes"] = [
        {
            "primitives": [
                {"attributes": {"POSITION": at}, "indices": made.add(np.array(order, np.uint8), "SCALAR"), "mode": mode}
            ]
        }
    ]
    (shape,) = read_shapes(made.write(tmp_path / "a.gltf"))
    p = shape.positions[shape.faces[:, :3]]
    np.testing.assert_allclose(np.cross(p[:, 1] - p[:, 0], p[:, 2] - p[:, 0]), [[0, 0, 1], [0, 0, 1]])


def test_sparse_numbers_morphs_and_skins_are_as_at_rest(tmp_path):
    made = Gltf().cube()
    step = made.add(np.tile(np.float32([[0, 0, 4]]), (8, 1)), "VEC3")
    rows, values = made.add(np.array([7], np.uint8), "SCALAR"), made.add(np.float32([[9, 9, 9]]), "VEC3")
    views = [made.tree["accessors"][k]["bufferView"] for k in (rows, values)]
    made.tree["accessors"][0]["sparse"] = {
        "count": 1,
        "indices": {"bufferView": views[0], "componentType": 5121},
        "values": {"bufferView": views[1]},
    }
    made.tree["meshes"][0]["primitives"][0]["targets"] = [{"POSITION": step}]
    made.tree["meshes"][0]["weights"] = [0.5]
    (shape,) = read_shapes(made.write(tmp_path / "a.gltf"))
    np.testing.assert_allclose(shape.positions.max(axis=0), [9, 9, 11])
    assert shape.positions[:, 2].min() == 2
    skinned = Gltf().cube()
    ones = np.zeros((8, 4), np.float32)
    ones[:, 0] = 1
    named = skinned.tree["meshes"][0]["primitives"][0]["attributes"]
    named["JOINTS_0"], named["WEIGHTS_0"] = skinned.add(np.zeros((8, 4), np.uint8), "VEC4"), skinned.add(ones, "VEC4")
    skinned.tree["nodes"] = [
        {"children": [1, 2]},
        {"mesh": 0, "skin": 0, "translation": [50.0, 0.0, 0.0]},
        {"translation": [0.0, 7.0, 0.0]},
    ]
    skinned.tree["skins"] = [{"joints": [2]}]
    (shape,) = read_shapes(skinned.write(tmp_path / "b.gltf"))
    np.testing.assert_allclose(
        shape.positions.min(axis=0), [0, 7, 0]
    )  # where the joint is; the mesh's own node does not count


def test_vertices_torn_by_texture_coordinates_are_one_and_the_coordinates_stay(tmp_path):
    made = Gltf()
    corners = CUBE[SIDES].reshape(-1, 3)
    places = np.random.default_rng(0).random((36, 2)).astype(np.float32)
    attributes = {"POSITION": made.add(corners, "VEC3"), "TEXCOORD_0": made.add(places, "VEC2")}
    made.tree["meshes"] = [{"primitives": [{"attributes": attributes}]}]
    (shape,) = read_shapes(made.write(tmp_path / "a.gltf"))
    assert (len(shape.positions), len(shape.faces)) == (8, 12)
    np.testing.assert_allclose(
        shape.corners[:, :3].reshape(-1, 2), places * [1, -1] + [0, 1], atol=1e-6
    )  # v upwards here
    (piece,) = transfer.read_pieces(tmp_path / "a.gltf", set())
    assert piece.surface.closed.all()
    portrait = Portrait()  # they stay with the piece: saved, opened, and written again
    transfer.add_pieces(portrait, [piece], "Import")
    container.save(portrait, tmp_path / "a.yewfinch")
    again = container.load(tmp_path / "a.yewfinch")
    transfer.export(again, tmp_path / "b.obj")
    (back,) = read_shapes(tmp_path / "b.obj")

    def told(s):
        return sorted(
            (*s.positions[v].round(3).tolist(), *uv.round(4).tolist())
            for f, c in zip(s.faces, s.corners, strict=True)
            for v, uv in zip(f[:3], c[:3], strict=True)
        )

    np.testing.assert_allclose(told(back), told(replace(shape, positions=shape.positions * 1000)), atol=2e-4)
    again.put_piece(replace(again.pieces["piece1"], surface=again.surface("piece1").copy()), "Other faces")
    assert again.pieces["piece1"].corners is None
    again.history.close()
    rows = [f"{x} {y} {z} {u} {v}" for (x, y, z), (u, v) in zip(corners, places, strict=True)]
    faces = [f"3 {i} {i + 1} {i + 2}" for i in range(0, 36, 3)]
    head = [
        "ply",
        "format ascii 1.0",
        "element vertex 36",
        *(f"property float {k}" for k in "xyzst"),
        "element face 12",
        "property list uchar int vertex_index",
        "end_header",
    ]
    (tmp_path / "a.ply").write_text("\n".join([*head, *rows, *faces]))
    (again,) = read_shapes(tmp_path / "a.ply")
    assert len(again.positions) == 8
    np.testing.assert_allclose(again.corners[:, :3].reshape(-1, 2), places, atol=1e-6)


def test_two_bodies_that_touch_along_an_edge_stay_two(tmp_path):
    made = Gltf()
    both = np.concatenate([CUBE[SIDES].reshape(-1, 3), np.add(CUBE, [1, 1, 0])[SIDES].reshape(-1, 3)]).astype(
        np.float32
    )
    made.tree["meshes"] = [{"primitives": [{"attributes": {"POSITION": made.add(both, "VEC3")}}]}]
    (piece,) = transfer.read_pieces(made.write(tmp_path / "a.gltf"), set())
    ends = np.sort(
        np.stack([piece.surface.faces[:, :3], np.roll(piece.surface.faces[:, :3], -1, axis=1)], axis=-1).reshape(-1, 2),
        axis=1,
    )
    assert np.unique(ends, axis=0, return_counts=True)[1].max() <= 2


ODD_OBJ = (
    "\ufeff# a head\r\n  v\t0 0 0 # the first\r\nv 4 0 0\nv 4 4 0\nv 2 1 0\nv 0 4 0\r\n\tv 0 0 9 1.0\n"
    "g front\nf 1/1 2/2 \\\n 3/3 4/4 5/5\nvt 0 0\nusemtl skin\no back\nf -1 -2 -6\ns off\nl 1 2\nf\n"
)


def test_obj_as_others_write_it(tmp_path):
    (tmp_path / "a.obj").write_bytes(ODD_OBJ.encode())
    (tmp_path / "b.obj").write_bytes(ODD_OBJ.removeprefix("\ufeff").encode("utf-16"))
    for name in ("a.obj", "b.obj"):
        (shape,) = read_shapes(tmp_path / name)  # they share vertices: one body
        assert shape.name == "front"
        p = shape.positions[shape.faces[:-1, :3]]
        up = np.cross(p[:, 1] - p[:, 0], p[:, 2] - p[:, 0])
        assert (up[:, 2] > 0).all()  # the hollow corner at (2, 1) is not folded over
        assert up[:, 2].sum() / 2 == pytest.approx(10.0)  # by the shoelace formula
    (tmp_path / "c.obj").write_text("v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n\nv 5 5 5 abc\nv 6 x 5\n")
    with pytest.raises(BadFileError, match="line 7"):
        read_shapes(tmp_path / "c.obj")


@pytest.mark.parametrize("seed", range(4))
def test_hollow_polygons_keep_their_area(seed):
    rng = np.random.default_rng(seed)
    n = int(rng.integers(5, 30))
    angle = np.sort(rng.uniform(0, 2 * np.pi, n))
    radius = rng.uniform(1, 5, n)
    flat = np.stack([radius * np.cos(angle), radius * np.sin(angle), np.zeros(n)], axis=1)
    turn = np.linalg.qr(rng.normal(size=(3, 3)))[0]
    slots = cut(np.arange(n), np.array([n]), flat @ turn.T, "x")
    p = flat[slots[:, :3]]
    x, y = flat[:, 0], flat[:, 1]
    shoelace = (x * np.roll(y, -1) - np.roll(x, -1) * y).sum() / 2  # from memory
    parts = np.cross(p[:, 1] - p[:, 0], p[:, 2] - p[:, 0])[:, 2] / 2
    assert parts.sum() == pytest.approx(shoelace)
    assert (parts > -1e-9).all() or np.diff(angle).max() > np.pi  # those that wind round the middle are simple


def test_a_hollow_quad_is_cut_inside():
    at = np.array([[0, 0, 0], [2, 0.5, 0], [4, 0, 0], [2, 4, 0.0]])  # hollow at its second corner
    (quad,) = cut(np.arange(4), np.array([4]), at, "x")
    p = at[quad[[0, 1, 2]]], at[quad[[0, 2, 3]]]
    assert all(np.cross(t[1] - t[0], t[2] - t[0])[2] > 0 for t in p)


def test_ply_with_more_than_we_need(tmp_path):
    head = (
        b"ply\r\nformat binary_big_endian 1.0\r\ncomment from elsewhere\r\nelement vertex 4\r\nproperty double x\r\n"
        b"property double y\r\nproperty double z\r\n"
        b"property list uchar short seen_by\r\nelement face 2\r\nproperty uchar quality\r\n"
        b"property list uchar uint vertex_indices\r\n"
        b"property list uchar float texcoord\r\nproperty int part\r\nelement edge 1\r\nproperty int a\r\nend_header\r\n"
    )
    body = b""
    for i, at in enumerate(((0, 0, 0), (1, 0, 0), (1, 1, 0), (0, 1, 5))):
        body += struct.pack(">3d", *at) + struct.pack(f">B{i}h", i, *range(i))
    body += (
        struct.pack(">BB3IB6fi", 7, 3, 0, 1, 2, 6, *[0.5] * 6, 1)
        + struct.pack(">BB4IBi", 7, 4, 0, 1, 2, 3, 0, 2)
        + struct.pack(">i", 1)
    )
    (tmp_path / "a.ply").write_bytes(head + body)
    (shape,) = read_shapes(tmp_path / "a.ply")
    assert shape.faces.tolist() == [[0, 1, 2, 2], [0, 1, 2, 3]]
    assert shape.positions[3].tolist() == [0, 1, 5]
    (tmp_path / "a.ply").write_bytes(head + body[:-20])
    with pytest.raises(BadFileError, match="cut short"):
        read_shapes(tmp_path / "a.ply")


def test_stl_in_capitals_and_with_bytes_behind(tmp_path):
    box = trimesh.creation.box((2, 3, 4))
    box.export(tmp_path / "a.stl", file_type="stl_ascii")
    (tmp_path / "a.stl").write_text((tmp_path / "a.stl").read_text().upper())
    box.export(tmp_path / "b.stl", file_type="stl")
    data = (tmp_path / "b.stl").read_bytes()
    (tmp_path / "b.stl").write_bytes(b"solid of a kind" + data[15:] + b"made elsewhere\0\0\0")
    for name in ("a.stl", "b.stl"):
        (shape,) = read_shapes(tmp_path / name)
        assert area_and_volume(shape) == pytest.approx((box.area, box.volume), rel=1e-5)


def test_units_are_those_that_are_said_or_the_likely_ones():
    assert [
        unit_said(t)
        for t in ("units: mm", "Unit = Meters", "units: inches", "unit: CENTIMETRES", "made in a unit", "millimetres")
    ] == ["mm", "m", "in", "cm", None, None]

    def model(size):
        return Model(
            [Shape("x", np.float32([[0, 0, 0], [0, size, 0], [1e-6, 0, 0]]), np.array([[0, 1, 2, 2]], np.int32))]
        )

    assert [model(s).likely() for s in (240.0, 24.0, 0.24, 9.4, 1e-6)] == ["mm", "cm", "m", "cm", "mm"]
    np.testing.assert_allclose(model(0.24).in_mm("m")[0].positions[1], [0, 240, 0], rtol=1e-6)


def test_many_groups_and_long_lines_are_read_in_good_time_or_refused(tmp_path):
    rows = []
    for i in range(3000):
        rows.append(f"g part{i}\nv {i} 0 0\nv {i} 1 0\nv {i} 0 1\nf -3 -2 -1\n")
    (tmp_path / "a.obj").write_text("".join(rows))
    model = read_model(tmp_path / "a.obj")
    assert len(model.shapes) == 1
    assert len(model.shapes[0].faces) == 3000
    assert "3 000 bodies came as one piece" in model.notes[0]
    (tmp_path / "b.obj").write_text("v 0 0 0\nv 1 0 0\nv 0 1 0\nf " + "1 2 3 " * 1_500_000)
    with pytest.raises(BadFileError, match="longer than"):
        read_model(tmp_path / "b.obj")
    (tmp_path / "c.obj").write_text("v 0 0 0\nv 1 0 0\nv 0 1 0\nf " + "1 2 3 " * 10_000)
    with pytest.raises(BadFileError, match="30 000 corners"):
        read_model(tmp_path / "c.obj")


MODELS = Path("/usr/share/assimp/models")
FOREIGN = sorted(
    p.relative_to(MODELS).as_posix()
    for p in MODELS.rglob("*")
    if p.suffix.lower() in (".obj", ".ply", ".stl", ".glb", ".gltf")
)
#: What trimesh reads otherwise: hollow polygons as fans, and degenerate triangles counted or dropped.
OTHERWISE = {"OBJ/concave_polygon.obj", "OBJ/space_in_material_name.obj"}


@pytest.mark.skipif(not FOREIGN, reason="Debian's assimp-testmodels is not installed")
def test_models_of_many_programs_are_read_as_another_library_reads_them(tmp_path):
    """Debian's package assimp-testmodels, judged by trimesh: the same surface, or a sentence."""
    logging.getLogger("trimesh").setLevel(logging.CRITICAL)
    folder = tmp_path / "models"
    shutil.copytree(
        MODELS, folder, ignore=shutil.ignore_patterns("*.png", "*.jpg", "*.tga", "*.blend", "*.fbx", "*.x", "*.dae")
    )
    read, compared, wrong = 0, 0, []
    for name in FOREIGN:
        try:
            shapes = read_shapes(folder / name)
        except BadFileError as error:
            assert str(error).endswith((".", "!")), name
            continue
        read += 1
        try:
            other = trimesh.load_scene(folder / name).to_geometry().area
        except Exception:
            continue
        mine = sum(area_and_volume(s)[0] for s in shapes)
        if other > 0 and name not in OTHERWISE:
            compared += 1
            if abs(mine - other) > 1e-3 * other:
                wrong.append((name, mine, other))
    assert wrong == []
    assert read >= 50
    assert compared >= 45
