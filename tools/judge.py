"""Remeshing and Boolean operations judged by libraries that share nothing with ours.

    python -m tools.judge remesh [--edges MM ...] | pairs [COUNT]

`remesh`: base heads, thin forms, a gyroid (scikit-image) and closed models of Debian's assimp-testmodels, remeshed here
along the form and the quick way, and by pymeshlab's isotropic remeshing at the same edges: greatest and mean distance
both ways by libigl, handles and bodies by trimesh, vertices that have not four neighbours, triangles that cross, and
time. pymeshlab is not needed to work here; it is beside if `pip install pymeshlab` was done.

`pairs`: unions, differences and intersections of pairs of random bodies beside manifold3d: volume, bodies, hollows and
handles.
"""

from __future__ import annotations

import argparse
import time
from collections.abc import Callable, Iterator
from itertools import islice
from pathlib import Path

import igl
import manifold3d
import numpy as np
import trimesh

from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.formats.model_files import read_shapes
from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.repair.mend import mended
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.field_aligned.along_form import along_form
from yewfinch.core.reshape.fuse import fused
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.shapes import cube_sphere

MODELS = Path("/usr/share/assimp/models")
Mesh = tuple[np.ndarray, np.ndarray]


def _surface(mesh: trimesh.Trimesh) -> Surface:
    return Surface(mesh.vertices, mesh.faces)


def _rod(way: np.ndarray, radius: float, length: float) -> Surface:
    unit = way / np.linalg.norm(way)
    return _surface(trimesh.creation.cylinder(radius, segment=[5 * unit, length * unit], sections=24).subdivide())


def _gyroid() -> Surface:
    from skimage.measure import marching_cubes

    x, y, z = np.mgrid[0:80, 0:80, 0:80] * (4 * np.pi / 79)
    wall = np.abs(np.sin(x) * np.cos(y) + np.sin(y) * np.cos(z) + np.sin(z) * np.cos(x)) - 0.4
    solid = np.pad(wall, 1, constant_values=1.0)
    at, faces, _, _ = marching_cubes(-solid, 0.0)
    return Surface(at, faces)


def forms() -> Iterator[tuple[str, Surface]]:
    """Closed surfaces by name."""
    head = new_portrait().pieces["head"]
    yield "base head", head.surface
    yield "base head, finer", levels.added(levels.begun(head.surface, {})).surface
    rng = np.random.default_rng(1)
    yield (
        "ball with rods",
        fused([cube_sphere(24, 20.0), *[_rod(rng.normal(size=3), 0.8, 60.0) for _ in range(8)]], 0.4),
    )
    yield "thin ring", _surface(trimesh.creation.torus(30.0, 0.9, major_sections=160, minor_sections=20))
    yield "hollow ball", fused([cube_sphere(40, 30.0)], 1.0, take=[cube_sphere(40, 28.5)])
    yield "gyroid", _gyroid()
    for file in sorted(MODELS.glob("OBJ/*.obj")) + sorted(MODELS.glob("PLY/*.ply")) + sorted(MODELS.glob("STL/*.stl")):
        try:
            shapes = [s for s in read_shapes(file) if len(s.faces) > 60]
            for shape in shapes[:2]:
                size = float(np.ptp(shape.positions, axis=0).max())
                whole = mended(shape.positions * (200.0 / size), shape.faces)
                held = Surface(whole.positions, whole.faces)
                if held.closed.all():
                    yield f"{file.stem} {shape.name}"[:24], held
        except (YewfinchError, ValueError):
            continue


def _samples(mesh: Mesh) -> np.ndarray:
    at, faces = mesh
    out = trimesh.Trimesh(at, faces, process=False)
    return np.concatenate([at, at[faces].mean(axis=1), trimesh.sample.sample_surface(out, 60_000, seed=1)[0]])


def _distance(one: Mesh, two: Mesh) -> np.ndarray:
    square = igl.point_mesh_squared_distance(_samples(one), two[0], two[1].astype(np.int64))[0]
    return np.asarray(np.sqrt(square))


def _told(made: Mesh, was: Mesh, edge: float) -> str:
    out, back = _distance(made, was), _distance(was, made)
    held = trimesh.Trimesh(*made, process=False)
    handles = held.body_count - held.euler_number / 2
    crossed = len(crossings(*made))
    return (
        f"out {out.max() / edge:5.2f} back {back.max() / edge:5.2f} mean {(out.mean() + back.mean()) / 2 / edge:.3f} "
        f"edges, {held.body_count} bodies, {handles:g} handles, {crossed:5} cross"
    )


def _triangles(surface: Surface) -> Mesh:
    return surface.positions.astype(np.float64), surface.triangles()


def _theirs(mesh: Mesh, edge: float) -> Mesh | None:
    try:
        import pymeshlab
    except ImportError:
        return None
    held = pymeshlab.MeshSet(verbose=False)
    held.add_mesh(pymeshlab.Mesh(*mesh))
    held.meshing_isotropic_explicit_remeshing(iterations=10, targetlen=pymeshlab.PureValue(edge))
    return held.current_mesh().vertex_matrix(), held.current_mesh().face_matrix()


def remesh(edges: list[float], most: int | None = None) -> None:
    """A line for each of the forms, or of so many, and each edge: ours, both ways, and theirs."""
    for name, surface in islice(forms(), most):
        was = _triangles(surface)
        held = trimesh.Trimesh(*was, process=False)
        print(f"\n{name}: {len(surface)} vertices, {held.body_count} bodies, "
              f"{held.body_count - held.euler_number / 2:g} handles, {len(crossings(*was))} cross")  # fmt: skip
        for edge in edges:
            for way, make in (("along", along_form), ("quick", lambda s, e: fused([s], e))):
                start = time.perf_counter()
                try:
                    made = make(surface, edge)
                except YewfinchError as error:
                    print(f"  {edge:4g} mm  {way}  {error}")
                    continue
                took = time.perf_counter() - start
                corners = np.bincount(made.faces.ravel(), minlength=len(made))
                print(f"  {edge:4g} mm  {way}  {took:5.1f} s {len(made):7} {_told(_triangles(made), was, edge)}, "
                      f"{100 * (corners != 4).mean():.0f} % irregular")  # fmt: skip
            start = time.perf_counter()
            other = _theirs(was, edge)
            took = time.perf_counter() - start
            if other is not None and len(other[1]):
                print(f"           theirs {took:5.1f} s {len(other[0]):7} {_told(other, was, edge)}")


def _random_body(rng: np.random.Generator) -> tuple[Surface, manifold3d.Manifold]:
    kind = rng.integers(4)
    if kind == 0:
        mesh = trimesh.creation.icosphere(3, 30.0)
    elif kind == 1:
        mesh = trimesh.creation.box(rng.uniform(20.0, 60.0, 3)).subdivide().subdivide()
    elif kind == 2:
        mesh = trimesh.creation.torus(rng.uniform(20.0, 35.0), rng.uniform(6.0, 12.0))
    else:
        mesh = trimesh.creation.capsule(rng.uniform(20.0, 60.0), rng.uniform(8.0, 20.0))
    mesh.apply_transform(trimesh.transformations.random_rotation_matrix(rng.random(3)))
    mesh.apply_translation(rng.uniform(-15.0, 15.0, 3))
    raw = manifold3d.Mesh(np.asarray(mesh.vertices, np.float32), np.asarray(mesh.faces, np.uint32))
    return _surface(mesh), manifold3d.Manifold(raw)


def _counts(at: np.ndarray, faces: np.ndarray) -> tuple[int, int, float]:
    parts = trimesh.Trimesh(at, faces, process=False).split(only_watertight=False)
    inwards = sum(p.volume < 0 for p in parts)
    return len(parts) - inwards, inwards, float(sum(1 - p.euler_number / 2 for p in parts))


def pairs(count: int, edge: float = 1.5) -> None:
    """How many of random pairs come out as manifold3d has them, and how far volumes are off."""
    ways: dict[str, tuple[Callable[..., Surface], Callable[..., manifold3d.Manifold]]] = {
        "union": (lambda a, b: fused([a, b], edge), lambda a, b: a + b),
        "difference": (lambda a, b: fused([a], edge, take=[b]), lambda a, b: a - b),
        "intersection": (lambda a, b: fused([a], edge, common=[b]), lambda a, b: a ^ b),
    }
    rng = np.random.default_rng(7)
    off: dict[str, list[float]] = {k: [] for k in ways}
    unlike: dict[str, list[str]] = {k: [] for k in ways}
    for number in range(count):
        one, other = _random_body(rng), _random_body(rng)
        for way, (ours, theirs) in ways.items():
            exact = theirs(one[1], other[1])
            truth = exact.to_mesh()
            if exact.volume() < 50.0:
                continue
            told = _counts(np.asarray(truth.vert_properties[:, :3]), np.asarray(truth.tri_verts))
            made = ours(one[0], other[0])
            at, faces = _triangles(made)
            got = _counts(at, faces)
            volume = trimesh.Trimesh(at, faces, process=False).volume
            off[way].append(abs(volume / exact.volume() - 1.0))
            if got != told:
                unlike[way].append(f"pair {number}: {got} for {told}")
    for way in ways:
        mean, most = 100 * np.mean(off[way]), 100 * np.max(off[way])
        print(
            f"{way}: {len(off[way])} pairs, volume off by {mean:.2f} % in the mean, {most:.2f} % at most; "
            f"bodies, hollows or handles differ in {len(unlike[way])}"
        )
        for line in unlike[way][:12]:
            print("   ", line)


if __name__ == "__main__":
    parser = argparse.ArgumentParser()
    parser.add_argument("what", choices=("remesh", "pairs"))
    parser.add_argument("count", nargs="?", type=int, default=200)
    parser.add_argument("--edges", nargs="*", type=float, default=[1.0, 2.2, 4.0, 8.0])
    chosen = parser.parse_args()
    if chosen.what == "remesh":
        remesh(chosen.edges)
    else:
        pairs(chosen.count)
