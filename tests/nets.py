"""Nets for tests, and what is counted and asked of them."""

import numpy as np
import trimesh

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.demo.shapes import cube_sphere


def counted(pairs):
    """Different rows of (k, 2) integers from 0 on, sorted, and how often each occurs.

    20 times as quick as `np.unique` by rows.
    """
    pairs = np.asarray(pairs, np.int64)
    wide = int(pairs.max(initial=0)) + 1
    keys, count = np.unique(pairs[:, 0] * wide + pairs[:, 1], return_counts=True)
    return np.stack(np.divmod(keys, wide), axis=1), count


def as_trimesh(positions, faces):
    """The library's own view of a surface: a second opinion on being closed and turned alike."""
    three = faces[:, 2] == faces[:, 3]
    return trimesh.Trimesh(positions, np.concatenate([faces[:, [0, 1, 2]], faces[~three][:, [0, 2, 3]]]), process=False)


def sound(made):
    """Is a mended surface closed, turned one way and the right way out?"""
    mesh = as_trimesh(made.positions, made.faces)
    return bool(mesh.is_watertight and mesh.is_winding_consistent and mesh.volume > 0)


def edges(faces):
    """Edges of quads, each once, and how often each occurs."""
    pairs = np.sort(np.concatenate([faces[:, [i, (i + 1) % 4]] for i in range(4)]), axis=1)
    return counted(pairs)


def bumpy(n=60):
    """A ball with bumps of three sizes."""
    ball = cube_sphere(n)
    unit = ball.positions / 100
    at = ball.positions * (
        1 + 0.03 * np.sin(9 * unit[:, :1]) * np.cos(7 * unit[:, 1:2]) + 0.004 * np.sin(60 * unit[:, 2:3])
    )
    return Surface(at, ball.faces)


CUBE = np.array([[x, y, z] for x in (-1, 1) for y in (-1, 1) for z in (-1, 1)], np.float32)


SIDES = np.array([[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]], np.int32)


def shapes():
    ball = cube_sphere(5)
    rows, faces = np.unique(ball.faces[~(ball.positions[ball.faces][:, :, 1] > 40).all(axis=1)], return_inverse=True)
    open_one = Surface(ball.positions[rows], faces.reshape(-1, 4))
    triangles = trimesh.creation.icosphere(subdivisions=1, radius=30)
    mixed = np.concatenate([SIDES[:4], [[0, 2, 6, 6], [0, 6, 4, 4], [1, 5, 7, 7], [1, 7, 3, 3]]]).astype(np.int32)
    return {
        "ball": ball,
        "open": open_one,
        "triangles": Surface(triangles.vertices, triangles.faces),
        "mixed": Surface(CUBE * 20, mixed),
    }
