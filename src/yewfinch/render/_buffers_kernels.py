"""Loops of `buffers.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True)
def changed_box(first, last, old, new, positions, offsets, ring, box):  # type: ignore[no-untyped-def]
    """Widen a box (2, 3) by the rows from `first` to `last` whose values differ, and their neighbours; `old`, the
    values as they were, is brought up to date.

    Returns the longest edge at these rows, squared.
    """
    longest = 0.0
    for i in range(first, last):
        same = True
        for k in range(old.shape[1]):
            if old[i, k] != new[i - first, k]:
                same = False
        if same:
            continue
        if old.shape[1] == 3:
            for k in range(3):
                box[0, k], box[1, k] = min(box[0, k], np.float64(old[i, k])), max(box[1, k], np.float64(old[i, k]))
        for k in range(3):
            box[0, k], box[1, k] = min(box[0, k], positions[i, k]), max(box[1, k], positions[i, k])
        for a in range(offsets[i], offsets[i + 1]):
            j = ring[a]
            edge = 0.0
            for k in range(3):
                edge += (positions[j, k] - positions[i, k]) ** 2
            longest = max(longest, edge)
        for k in range(old.shape[1]):
            old[i, k] = new[i - first, k]
    return longest


@njit(cache=True, parallel=LOOPS)
def differing_leaves(old, new, old_colour, new_colour, old_rough, new_rough, ring_at, ring, shift):  # type: ignore[no-untyped-def]
    """What differs in each leaf.

    1 for positions or the normals beside them, 2 for colour, 4 for roughness, added up.
    """
    n = len(old)
    out = np.zeros((n + (1 << shift) - 1) >> shift, np.uint8)
    moved = np.zeros(len(out), np.uint8)
    for leaf in prange(len(out)):
        mark = 0
        for i in range(leaf << shift, min(n, (leaf + 1) << shift)):
            if old[i, 0] != new[i, 0] or old[i, 1] != new[i, 1] or old[i, 2] != new[i, 2]:
                moved[leaf] = 1
                for a in range(ring_at[i], ring_at[i + 1]):
                    moved[ring[a] >> shift] = 1
            for k in range(old_colour.shape[1]):
                if old_colour[i, k] != new_colour[i, k]:
                    mark |= 2
            if old_rough[i, 0] != new_rough[i, 0]:
                mark |= 4
        out[leaf] = mark
    return out + moved


@njit(cache=True, nogil=True)
def tinted(colour, mask, tint, strength):  # type: ignore[no-untyped-def]
    """Colours (k, 4) mixed with `tint` where the mask is; the fourth is how free the row is."""
    out = np.empty_like(colour)
    for i in range(len(colour)):
        part = mask[i, 0] * strength / 255.0
        for k in range(3):
            out[i, k] = np.uint8(np.rint(colour[i, k] * (1.0 - part) + tint[k] * part))
        out[i, 3] = 255 - mask[i, 0]
    return out


@njit(cache=True, parallel=LOOPS)
def indices(faces):  # type: ignore[no-untyped-def]
    """Corners of two triangles a face; the second of a triangle has no area."""
    out = np.empty((len(faces), 6), np.int32)
    for f in prange(len(faces)):
        a, b, c, d = faces[f, 0], faces[f, 1], faces[f, 2], faces[f, 3]
        out[f, 0], out[f, 1], out[f, 2], out[f, 3], out[f, 4], out[f, 5] = a, b, c, a, c, d
    return out


@njit(cache=True, nogil=True)
def facing(faces, runs, positions, eye, forward, flat, number, base, triangles, rows):  # type: ignore[no-untyped-def]
    """Triangles of runs of faces that look at an eye, between rows numbered as they come.

    `triangles` (k, 3) and `rows` (j,) are filled; `number` (n,) is below `base` for rows that have no number yet, and
    holds
    it beyond `base` afterwards. Returns how many triangles and rows there are.
    """
    n = m = 0
    for r in range(len(runs)):
        for f in range(runs[r, 0], runs[r, 1]):
            a = faces[f, 0]
            for k in range(1, faces.shape[1] - 1):
                b, c = faces[f, k], faces[f, k + 1]
                if b == c:
                    continue
                ux, uy, uz = (
                    positions[b, 0] - positions[a, 0],
                    positions[b, 1] - positions[a, 1],
                    positions[b, 2] - positions[a, 2],
                )
                vx, vy, vz = (
                    positions[c, 0] - positions[a, 0],
                    positions[c, 1] - positions[a, 1],
                    positions[c, 2] - positions[a, 2],
                )
                x, y, z = forward[0], forward[1], forward[2]
                if not flat:
                    x, y, z = positions[a, 0] - eye[0], positions[a, 1] - eye[1], positions[a, 2] - eye[2]
                if x * (uy * vz - uz * vy) + y * (uz * vx - ux * vz) + z * (ux * vy - uy * vx) < 0.0:
                    for i, v in ((0, a), (1, b), (2, c)):
                        if number[v] < base:
                            number[v] = base + m
                            rows[m] = v
                            m += 1
                        triangles[n, i] = number[v] - base
                    n += 1
    return n, m


@njit(cache=True, nogil=True)
def gathered(rows, positions, normals, colour, roughness, places, marks):  # type: ignore[no-untyped-def]
    """Copy position and normal of rows to `places` (k, 6), colour and roughness to `marks` (k, 8)."""
    for i in range(len(rows)):
        v = rows[i]
        for k in range(3):
            places[i, k], places[i, k + 3] = positions[v, k], normals[v, k]
        for k in range(4):
            marks[i, k] = colour[v, k]
        marks[i, 4] = roughness[v, 0]
