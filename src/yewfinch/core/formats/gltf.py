"""GLB (glTF 2.0, binary): metres by the standard, vertex colours in linear light."""

from __future__ import annotations

from pathlib import Path

import numpy as np

from yewfinch.core.formats.exchange import Format, Shape, triangles
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.skin.colour import to_linear, to_srgb

MM_PER_METRE = 1000.0


def write(shapes: list[Shape]) -> bytes:
    """A scene with one node per body. Millimetres become metres, sRGB becomes linear."""
    import trimesh

    scene = trimesh.Scene()
    for s in shapes:
        mesh = trimesh.Trimesh(
            s.positions.astype(np.float64) / MM_PER_METRE, triangles(s.faces), process=False
        )
        if s.colour is not None:
            linear = s.colour.copy()
            linear[:, :3] = np.round(to_linear(s.colour[:, :3] / 255.0) * 255.0)
            mesh.visual = trimesh.visual.ColorVisuals(mesh, vertex_colors=linear)
        if s.roughness is not None:  # the standard has it in pictures only; names with a line in front are free
            mesh.vertex_attributes["_ROUGHNESS"] = (s.roughness[:, 0] / 255.0).astype(np.float32)
        scene.add_geometry(mesh, node_name=s.name, geom_name=s.name)
    return bytes(scene.export(file_type="glb"))


def read(path: Path) -> list[Shape]:
    """All meshes of a GLB file, placed as in its scene."""
    import trimesh

    with path.open("rb") as file:
        if file.read(4) != b"glTF":
            raise BadFileError(f"{path.name} is not a GLB file.")
    try:
        scene = trimesh.load_scene(path, process=False)
    except Exception as error:  # a reader of hostile files may raise anything
        raise BadFileError(f"{path.name} is damaged; nothing was imported.") from error
    shapes = []
    for node in scene.graph.nodes_geometry:
        transform, name = scene.graph[node]
        mesh = scene.geometry[name]
        if not isinstance(mesh, trimesh.Trimesh):
            continue
        points = trimesh.transform_points(mesh.vertices, transform) * MM_PER_METRE
        t = np.asarray(mesh.faces, np.int32)
        colour = None
        visual = mesh.visual
        if isinstance(visual, trimesh.visual.ColorVisuals) and visual.kind == "vertex":
            colour = np.array(visual.vertex_colors, np.uint8)
            colour[:, :3] = np.round(to_srgb(colour[:, :3] / 255.0) * 255.0)
        rough = np.asarray(mesh.vertex_attributes.get("_ROUGHNESS", ()), np.float32).ravel()
        held = np.clip(np.round(rough * 255.0), 0, 255).astype(np.uint8)[:, None] if len(rough) == len(points) and np.isfinite(rough).all() else None
        shapes.append(
            Shape(str(node), points.astype(np.float32), np.concatenate([t, t[:, 2:]], axis=1), colour, roughness=held)
        )
    return shapes


FORMAT = Format(".glb", "GLB", "metres, as glTF 2.0 requires", True, read, write)
