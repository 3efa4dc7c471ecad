"""glTF 2.0, binary (GLB) and as text with its buffers beside it: metres by the standard, vertex colours in linear
light.

The reader keeps to the specification (Khronos Group 2021, "glTF 2.0 Specification"): meshes as placed in the scene, at
rest, with the morph weights and the skins they come with, and the pictures of their materials' base colour.
"""

from __future__ import annotations

from collections.abc import Mapping
from pathlib import Path
from typing import Any

import numpy as np

from yewfinch.core.formats.exchange.gltf_coat import with_clear_coats
from yewfinch.core.formats.exchange.gltf_file import GltfFile, Material, Mesh, Node, Primitive
from yewfinch.core.formats.exchange.model import Format, Model, Shape, exported
from yewfinch.core.formats.exchange.welding import welded
from yewfinch.core.formats.picture_files import png
from yewfinch.core.mesh.surface.channel_spec import ChannelSpec
from yewfinch.core.mesh.surface.surface import triangles_apart
from yewfinch.core.shared.arrays import MAX_FACES, MAX_VERTICES, ByteArray, DoubleArray, IndexArray
from yewfinch.core.shared.colour import to_linear, to_srgb
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase

MM_PER_METRE = 1000.0
#: Most nodes from the scene to a mesh.
_DEEPEST = 200
#: What each of the modes of primitives makes faces of; points and lines make none.
_TRIANGLES, _STRIP, _FAN = 4, 5, 6


def write(shapes: list[Shape]) -> bytes:
    """A scene with one node per body. Millimetres become metres, sRGB of vertices becomes linear; maps stay sRGB.

    Wetness is a clear coat over the rest (KHR_materials_clearcoat).
    """
    import trimesh

    scene = trimesh.Scene()
    wet: dict[str, bytes] = {}
    for s in shapes:
        triangles, rows, uv = _torn(s)
        mesh = trimesh.Trimesh(
            s.positions[rows].astype(np.float64) / MM_PER_METRE,
            triangles,
            vertex_normals=None if s.normals is None else s.normals[rows],
            process=False,
        )
        if uv is not None:
            mesh.visual = trimesh.visual.TextureVisuals(uv=uv, material=_material(s))
            if "wetness" in s.maps:
                wet[s.name] = png(s.maps["wetness"])
        elif s.colour is not None:
            linear = s.colour.copy()
            linear[:, :3] = np.round(to_linear(s.colour[:, :3] / 255.0) * 255.0)
            mesh.visual = trimesh.visual.ColorVisuals(mesh, vertex_colors=linear)
        for spec in exported():
            if spec.name in s.channels:  # names with a line in front are free
                values = (s.channels[spec.name] / spec.most).astype(np.float32)[rows]
                mesh.vertex_attributes[_attribute(spec)] = values[:, 0] if spec.width == 1 else values
        scene.add_geometry(mesh, node_name=s.name, geom_name=s.name)
    data = bytes(scene.export(file_type="glb", include_normals=any(s.normals is not None for s in shapes)))
    return with_clear_coats(data, wet) if wet else data


def _material(s: Shape) -> Any:
    """A body's maps as a material of metallic and roughness."""
    import trimesh
    from PIL import Image

    colour = s.maps["colour"][..., :3]
    clear = "opacity" in s.maps and int(s.maps["opacity"].min()) < 255
    if clear:
        colour = np.concatenate([colour, s.maps["opacity"]], axis=2)
    more: dict[str, Any] = {"metallicFactor": 0.0, "roughnessFactor": 0.6}
    if "roughness" in s.maps:
        both = np.zeros((*s.maps["roughness"].shape[:2], 3), np.uint8)
        both[..., 1:2], both[..., 2:] = s.maps["roughness"], s.maps["metallic"]
        more = {"metallicFactor": 1.0, "roughnessFactor": 1.0, "metallicRoughnessTexture": Image.fromarray(both)}
    if "normal" in s.maps:
        more["normalTexture"] = Image.fromarray(s.maps["normal"])
    return trimesh.visual.material.PBRMaterial(
        name=s.name,
        baseColorTexture=Image.fromarray(np.ascontiguousarray(colour)),
        alphaMode="BLEND" if clear else "OPAQUE",
        **more,
    )


def _torn(s: Shape) -> tuple[IndexArray, IndexArray, np.ndarray | None]:
    """Triangles of a body, the row of each of their vertices, and texture places; torn where a seam runs if it has a
    map.
    """
    if "colour" not in s.maps or s.corners is None:
        return triangles_apart(s.faces), np.arange(len(s.positions), dtype=np.int32), None
    key = np.concatenate(
        [s.faces.reshape(-1, 1), np.round(s.corners.reshape(-1, 2).astype(np.float64) * (1 << 20)).astype(np.int64)],
        axis=1,
    )
    _, first, number = np.unique(key, axis=0, return_index=True, return_inverse=True)
    faces = number.reshape(-1, 4)
    quad = s.faces[:, 2] != s.faces[:, 3]
    triangles = np.concatenate([faces[:, :3], faces[quad][:, [0, 2, 3]]]).astype(np.int32)
    return triangles, s.faces.ravel()[first].astype(np.int32), s.corners.reshape(-1, 2)[first].astype(np.float64)


def read(path: Path) -> Model:
    """All meshes of a glTF file, placed as in its scene.

    Raises
    ------
    BadFileError
        If it is damaged, needs an extension that is not known, or names a file outside its own folder.
    """
    file = GltfFile(path)
    shapes: list[Shape] = []
    room = [MAX_VERTICES, MAX_FACES]
    seen: set[int] = set()
    told = file.told
    if told.scenes:
        scene = file.one(told.scenes, told.scene, "scene")
        roots = list(scene.nodes)
    else:  # a library of nodes: those that are nobody's children
        roots = sorted(set(range(len(told.nodes))) - {c for n in told.nodes for c in n.children})
    world: dict[int, DoubleArray] = {}
    open_nodes = [(n, np.eye(4), 0) for n in reversed(roots)]
    order = []
    while open_nodes:
        number, above, depth = open_nodes.pop()
        if number in seen or depth > _DEEPEST:
            raise BadFileError(phrase("{0} is damaged: its nodes stand in a circle.", path.name))
        seen.add(number)
        node = file.one(told.nodes, number, "node")
        world[number] = above @ _placed(node)
        order.append(number)
        open_nodes += [(c, world[number], depth + 1) for c in reversed(node.children)]
    for number in order:
        node = told.nodes[number]
        if node.mesh is not None:
            mesh = file.one(told.meshes, node.mesh, "mesh")
            shape = _shape(file, node, mesh, number, world, room)
            if shape is not None:
                shapes.append(shape)
    note = "Pictures of it were left out: they cannot be read, or lie on places that are turned." if file.lost else ""
    return Model(shapes, "m", (note,) if note else ())


def _placed(node: Node) -> DoubleArray:
    """Where a node stands in its parent, (4, 4)."""
    if node.matrix is not None:
        return np.array(node.matrix, float).reshape(4, 4).T
    x, y, z, w = np.array(node.rotation, float) / max(float(np.linalg.norm(node.rotation)), 1e-12)
    out = np.eye(4)
    out[:3, :3] = np.array([
        [1 - 2 * (y * y + z * z), 2 * (x * y - z * w), 2 * (x * z + y * w)],
        [2 * (x * y + z * w), 1 - 2 * (x * x + z * z), 2 * (y * z - x * w)],
        [2 * (x * z - y * w), 2 * (y * z + x * w), 1 - 2 * (x * x + y * y)],
    ]) * np.array(node.scale)  # fmt: skip
    out[:3, 3] = node.translation
    return out


def _shape(
    file: GltfFile, node: Node, mesh: Mesh, number: int, world: dict[int, DoubleArray], room: list[int]
) -> Shape | None:
    """All of a node's mesh that has faces, as one body in the scene, metres."""
    parts = [p for p in mesh.primitives if p.mode in (_TRIANGLES, _STRIP, _FAN) and "POSITION" in p.attributes]
    if not parts:
        return None
    for p in parts:
        room[0] -= file.count(p.attributes["POSITION"])
        room[1] -= file.count(p.indices if p.indices is not None else p.attributes["POSITION"])
    if min(room) < 0:
        raise BadFileError(phrase("{0} has more vertices or faces than can be used.", file.name))
    points, faces, colours, uv = [], [], [], []
    pictures: list[dict[str, ByteArray]] = []
    pictured: list[IndexArray] = []
    held: dict[str, list[DoubleArray | None]] = {spec.name: [] for spec in exported()}
    start = 0
    for p in parts:
        at = _morphed(file, p, node.weights or mesh.weights)
        at = (
            _skinned(file, p, node, world, at)
            if node.skin is not None
            else at @ world[number][:3, :3].T + world[number][:3, 3]
        )
        t = _faces(file, p, len(at))
        faces.append(t + start)
        points.append(at)
        colours.append(_colours(file, p, len(at)))
        for spec in exported():
            held[spec.name].append(_own(file, p, _attribute(spec), len(at), spec.width))
        seen = file.pictures_of(p.material)
        uv.append(_own(file, p, f"TEXCOORD_{0 if seen is None else seen[1]}", len(at), 2))
        which = -1
        if seen is not None and uv[-1] is not None:
            which = len(pictures)
            pictures.append(_by_factors(seen[0], file.one(file.told.materials, p.material, "material")))
        pictured.append(np.full(len(t), which, np.int32))
        start += len(at)
    t = np.concatenate(faces)
    if node.skin is None and np.linalg.det(world[number][:3, :3]) < 0:  # mirrored: turned the right way out
        t = t[:, [0, 2, 1]]
    quads = np.concatenate([t, t[:, 2:]], axis=1).astype(np.int32)
    positions = np.concatenate(points).astype(np.float32)
    colour = _bytes_of([c[:, :3] if c is not None else None for c in colours], points, 1.0, srgb=True)
    beside = {
        spec.name: values for spec in exported() if (values := _channel(spec, held[spec.name], points)) is not None
    }
    corners = None
    if all(u is not None for u in uv):
        flat = np.concatenate([u for u in uv if u is not None])
        corners = np.stack([flat[:, 0], 1.0 - flat[:, 1]], axis=1)[quads].astype(
            np.float32
        )  # v downwards in the standard
    if colour is not None:
        colour = np.concatenate([colour, np.full((len(colour), 1), 255, np.uint8)], axis=1)
    if not len(quads):
        return None
    rows, quads = welded(positions, quads, colour, *beside.values())
    name = (node.name or mesh.name or file.stem)[:200]
    return Shape(
        name,
        positions[rows],
        quads,
        None if colour is None else colour[rows],
        corners,
        {k: v[rows] for k, v in beside.items()},
        pictures=tuple(pictures) if corners is not None else (),
        pictured=np.concatenate(pictured),
    )


def _by_factors(pictures: Mapping[str, ByteArray], material: Material) -> dict[str, ByteArray]:
    """The pictures of a material with what its factors make of them; its alpha apart, where it counts."""
    out: dict[str, ByteArray] = {}
    pbr = material.pbr
    if "colour" in pictures:
        colour = pictures["colour"]
        if colour.shape[2] == 4 and material.alpha_mode in ("BLEND", "MASK"):
            alpha = _times(colour[..., 3:], pbr.base_color_factor[3])
            if material.alpha_mode == "MASK":
                alpha = np.where(alpha >= 255.0 * material.alpha_cutoff, 255, 0).astype(np.uint8)
            out["opacity"] = alpha
        out["colour"] = _tinted(colour[..., :3], pbr.base_color_factor[:3])
    for name, column, factor in (("roughness", 1, pbr.roughness_factor), ("metallic", 2, pbr.metallic_factor)):
        if "values" in pictures and pictures["values"].shape[2] >= 3:
            out[name] = _times(pictures["values"][..., column : column + 1], factor)
    if "coat" in pictures:
        out["wetness"] = _times(pictures["coat"][..., :1], material.coat.clearcoat_factor)
    return out


def _times(values: ByteArray, factor: float) -> ByteArray:
    """Bytes times a factor of 0 to 1."""
    return np.round(values * min(max(factor, 0.0), 1.0)).astype(np.uint8)


def _tinted(picture: ByteArray, factor: tuple[float, ...]) -> ByteArray:
    """A picture, sRGB, with its light multiplied by a factor for each channel."""
    if all(f == 1.0 for f in factor):
        return picture
    out = picture.copy()
    light = to_linear(np.arange(256) / 255.0)
    for k, f in enumerate(factor):
        out[..., k] = np.round(255.0 * to_srgb(np.clip(light * f, 0.0, 1.0))).astype(np.uint8)[picture[..., k]]
    return out


def _attribute(spec: ChannelSpec) -> str:
    """What a channel's attribute is called."""
    return f"_{spec.exported.upper()}"


def _channel(spec: ChannelSpec, parts: list[DoubleArray | None], points: list[DoubleArray]) -> np.ndarray | None:
    """A channel of all primitives of a mesh, (n, width); None if none has it."""
    if all(p is None for p in parts):
        return None
    plain = np.array(spec.default, float)
    whole = np.concatenate(
        [np.tile(plain, (len(at), 1)) if p is None else p * spec.most for p, at in zip(parts, points, strict=True)]
    )
    return spec.stored(np.nan_to_num(whole))


def _bytes_of(
    parts: list[DoubleArray | None], points: list[DoubleArray], plain: float, *, srgb: bool = False
) -> np.ndarray | None:
    """Parts of one as bytes, for all primitives of a mesh; None if none has any."""
    width = next((p.shape[1] for p in parts if p is not None), 0)
    if not width:
        return None
    whole = np.concatenate(
        [p if p is not None else np.full((len(at), width), plain) for p, at in zip(parts, points, strict=True)]
    )
    whole = np.clip(np.nan_to_num(whole), 0.0, 1.0)
    return np.round((to_srgb(whole) if srgb else whole) * 255.0).astype(np.uint8)


def _own(file: GltfFile, p: Primitive, key: str, rows: int, width: int = 1) -> DoubleArray | None:
    """An attribute that may be there, (rows, width)."""
    if key not in p.attributes:
        return None
    found = file.accessor(p.attributes[key])
    return found if found.shape == (rows, width) else None


def _colours(file: GltfFile, p: Primitive, rows: int) -> DoubleArray | None:
    """Linear colours of vertices: the vertex colours times the material's factor, which may stand alone."""
    factor = np.ones(3)
    if p.material is not None:
        factor = np.array(file.one(file.told.materials, p.material, "material").pbr.base_color_factor[:3], float)
    if "COLOR_0" in p.attributes:
        found = file.accessor(p.attributes["COLOR_0"])
        if len(found) == rows and found.shape[1] in (3, 4):
            return np.asarray(found[:, :3] * factor)
    return None if (factor == 1.0).all() else np.tile(factor, (rows, 1))


def _faces(file: GltfFile, p: Primitive, rows: int) -> IndexArray:
    """Triangles of a primitive, (m, 3)."""
    index = (
        file.accessor(p.indices)[:, 0].astype(np.int64) if p.indices is not None else np.arange(rows, dtype=np.int64)
    )
    if len(index) and (index.min() < 0 or index.max() >= rows):
        raise BadFileError(phrase("{0} has faces that name vertices it does not have.", file.name))
    if p.mode == _TRIANGLES:
        t = index[: len(index) // 3 * 3].reshape(-1, 3)
    elif p.mode == _STRIP:
        t = np.stack([index[:-2], index[1:-1], index[2:]], axis=1)
        t[1::2] = t[1::2][:, [1, 0, 2]]
    else:
        t = np.stack([np.full(max(len(index) - 2, 0), index[0] if len(index) else 0), index[1:-1], index[2:]], axis=1)
    whole = (t[:, 0] != t[:, 1]) & (t[:, 1] != t[:, 2]) & (t[:, 2] != t[:, 0])
    return np.asarray(t[whole], np.int32)


def _morphed(file: GltfFile, p: Primitive, weights: list[float]) -> DoubleArray:
    """Positions of a primitive with its morph targets at the weights it comes with, (n, 3)."""
    at = file.accessor(p.attributes["POSITION"], "VEC3")
    for target, weight in zip(p.targets, weights, strict=False):
        if weight and "POSITION" in target:
            step = file.accessor(target["POSITION"], "VEC3")
            if len(step) != len(at):
                raise BadFileError(phrase("{0} is damaged: a morph target has another size than its mesh.", file.name))
            at = at + weight * step
    return at


def _skinned(file: GltfFile, p: Primitive, node: Node, world: dict[int, DoubleArray], at: DoubleArray) -> DoubleArray:
    """Positions as the joints of a skin hold them at rest; the node's own place does not count, by the standard."""
    skin = file.one(file.told.skins, node.skin, "skin")
    back = np.tile(np.eye(4), (len(skin.joints), 1, 1))
    if skin.inverse_bind_matrices is not None:
        held = file.accessor(skin.inverse_bind_matrices, "MAT4")
        if len(held) < len(back):
            raise BadFileError(phrase("{0} is damaged: its skin has fewer matrices than joints.", file.name))
        back = held[: len(back)].reshape(-1, 4, 4).transpose(0, 2, 1)
    joints = (
        np.stack([world.get(j, np.eye(4)) @ m for j, m in zip(skin.joints, back, strict=True)])
        if len(back)
        else np.eye(4)[None]
    )
    out, total = np.zeros_like(at), np.zeros((len(at), 1))
    for number in range(2):
        which, share = p.attributes.get(f"JOINTS_{number}"), p.attributes.get(f"WEIGHTS_{number}")
        if which is None or share is None:
            continue
        w, j = file.accessor(share, "VEC4"), file.accessor(which, "VEC4").astype(np.int64)
        if len(w) != len(at) or len(j) != len(at) or j.min(initial=0) < 0 or j.max(initial=0) >= len(joints):
            raise BadFileError(phrase("{0} is damaged: its skin does not fit its mesh.", file.name))
        for k in range(4):
            m = joints[j[:, k]]
            out += w[:, k : k + 1] * (np.einsum("nij,nj->ni", m[:, :3, :3], at) + m[:, :3, 3])
            total += w[:, k : k + 1]
    return np.where(total > 1e-6, out / np.maximum(total, 1e-6), at)


_BINARY = Format(".glb", "GLB", "metres, as glTF 2.0 requires", True, read, write, 40)
_TEXT = Format(".gltf", "glTF", "metres, as glTF 2.0 requires", True, read, None, 50)
FORMATS = (_BINARY, _TEXT)
