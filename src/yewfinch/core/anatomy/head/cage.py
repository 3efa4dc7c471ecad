"""Building the left half of a symmetric cage of quads, and making it whole.

A cage is a coarse closed surface whose quads run in rings round openings. Each vertex either
lies on the form's field or has a place in a chart: one feature's own coordinates, ring number
and number along the ring, from which the feature computes the point at any fineness.
"""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np

from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

#: What places a vertex: the field, or nothing but its neighbours.
ON_FIELD, FREE = 0, 1


@dataclass(frozen=True, eq=False)
class Cage:
    """A closed symmetric surface of quads with what places its vertices.

    Attributes
    ----------
    positions : (n, 3) float64
        First guesses, mm.
    faces : (m, 4) int32
    mirror : (n,) int32
    chart : (n,) int32
        ON_FIELD, FREE, or the number of a feature (2 and up).
    place : (n, 2) float64
        Ring number and number along the ring within the chart.
    held : (n,) float64
        How firmly a vertex on the field keeps its guessed place while the rest evens out, 0 to 1.
    region : (n, k) float64
        Membership of each named region, 0 to 1.
    regions : tuple of str
    """

    positions: DoubleArray
    faces: IndexArray
    mirror: IndexArray
    chart: IndexArray
    place: DoubleArray
    held: DoubleArray
    region: DoubleArray
    regions: tuple[str, ...]


@dataclass
class Builder:
    """Collects the vertices and quads of the half with x >= 0."""

    points: list[tuple[float, float, float]] = field(default_factory=list)
    chart: list[int] = field(default_factory=list)
    place: list[tuple[float, float]] = field(default_factory=list)
    held: list[float] = field(default_factory=list)
    quads: list[tuple[int, int, int, int]] = field(default_factory=list)
    regions: dict[str, set[int]] = field(default_factory=dict)

    def vertex(
        self, point: DoubleArray, held: float = 0.0, chart: int = ON_FIELD, place: tuple[float, float] = (0.0, 0.0)
    ) -> int:
        """Add a vertex; returns its number."""
        self.points.append((float(point[0]), float(point[1]), float(point[2])))
        self.held.append(held)
        self.chart.append(chart)
        self.place.append(place)
        return len(self.points) - 1

    def ring(self, outer: list[int], inner: list[int], closed: bool) -> None:
        """Quads between two loops of equal length, the outer one counter-clockwise from outside."""
        count = len(outer)
        for k in range(count if closed else count - 1):
            j = (k + 1) % count
            self.quads.append((outer[k], outer[j], inner[j], inner[k]))

    def close(self, loop: list[int], across: int, up: int, shift: int = 0) -> None:
        """Close a loop of 2 (across + up) vertices with a grid of free vertices.

        The loop starts at the grid's lower left corner moved by `shift` and runs along its
        bottom, right, top and left side.
        """
        loop = loop[shift:] + loop[:shift]
        grid = np.full((up + 1, across + 1), -1)
        n = across
        for i in range(across + 1):
            grid[0, i] = loop[i]
            grid[up, i] = loop[(n + up + (across - i)) % len(loop)]
        for j in range(up + 1):
            grid[j, across] = loop[n + j]
            grid[j, 0] = loop[(2 * n + up + (up - j)) % len(loop)]
        self._fill(grid)

    def close_half(self, path: list[int], across: int, up: int) -> None:
        """Close an open path of across + up + across edges whose ends lie on the midline.

        The path runs from the midline outwards along the bottom, up, and back along the top.
        """
        grid = np.full((up + 1, across + 1), -1)
        grid[0, :] = path[: across + 1]
        grid[:, across] = path[across : across + up + 1]
        grid[up, :] = path[across + up :][::-1]
        for j in range(1, up):
            t = j / up
            point = (1 - t) * np.array(self.points[grid[0, 0]]) + t * np.array(self.points[grid[up, 0]])
            point[0] = 0.0
            grid[j, 0] = self.vertex(point, chart=FREE)
        self._fill(grid)

    def _fill(self, grid: np.ndarray) -> None:
        rows, cols = grid.shape
        at = np.array(self.points)
        for j in range(1, rows - 1):
            for i in range(1, cols - 1):
                u, v = i / (cols - 1), j / (rows - 1)
                side = (1 - u) * at[grid[j, 0]] + u * at[grid[j, -1]]
                ends = (1 - v) * at[grid[0, i]] + v * at[grid[-1, i]]
                grid[j, i] = self.vertex((side + ends) / 2, chart=FREE)
        for j in range(rows - 1):
            for i in range(cols - 1):
                a, b, c, d = grid[j, i], grid[j, i + 1], grid[j + 1, i + 1], grid[j + 1, i]
                self.quads.append((int(a), int(b), int(c), int(d)))

    def mark(self, name: str, rows: list[int]) -> None:
        """Count vertices to a region."""
        self.regions.setdefault(name, set()).update(rows)

    def whole(self) -> Cage:
        """Mirror the half; vertices at x = 0 are shared."""
        half = np.array(self.points)
        middle = np.abs(half[:, 0]) < 1e-9
        n = len(half)
        twin = np.arange(n)
        twin[~middle] = n + np.arange(int((~middle).sum()))
        positions = np.concatenate([half, half[~middle] * (-1.0, 1.0, 1.0)])
        quads = np.array(self.quads)
        faces = np.concatenate([quads, twin[quads][:, ::-1]]).astype(INDEX)
        mirror = np.empty(len(positions), INDEX)
        mirror[:n] = twin
        mirror[twin] = np.arange(n)

        def doubled(values: np.ndarray) -> np.ndarray:
            return np.concatenate([values, values[~middle]])

        names: list[str] = []
        columns: list[DoubleArray] = []
        for name, rows in self.regions.items():
            member = np.zeros(n)
            member[list(rows)] = 1.0
            left, right = np.zeros(len(positions)), np.zeros(len(positions))
            left[:n], right[twin] = member, member
            if name.endswith("_l"):
                names += [name, name[:-1] + "r"]
                columns += [left, right]
            else:
                names.append(name)
                columns.append(np.maximum(left, right))
        return Cage(
            positions, faces, mirror,
            doubled(np.array(self.chart)).astype(INDEX),
            doubled(np.array(self.place)),
            doubled(np.array(self.held)),
            np.stack(columns, axis=1) if columns else np.zeros((len(positions), 0)),
            tuple(names),
        )  # fmt: skip
