"""A bundle adjustment that knows nothing of heads.

Scipy's least squares on cameras and points, and the Cramer-Rao bound.
"""

from __future__ import annotations

import numpy as np
from scipy.optimize import least_squares
from scipy.sparse import lil_array
from scipy.spatial.transform import Rotation

from benchmarks.other_heads import Session
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sitter.camera_prior import camera_prior


class FreeBundle:
    """Of landmarks that two photos or more show; cameras begin at the truth, so that only the optimum is judged."""

    def __init__(self, session: Session, head: dict[str, DoubleArray], noise: float) -> None:
        counts: dict[str, int] = {}
        for photo in session.photos:
            for k in photo.marks:
                counts[k] = counts.get(k, 0) + 1
        self.keys = [k for k in head if counts.get(k, 0) >= 2]
        row = {k: i for i, k in enumerate(self.keys)}
        told = [(i, row[k], *m) for i, p in enumerate(session.photos) for k, m in p.marks.items() if k in row]
        self.photo, self.point = np.array([t[0] for t in told]), np.array([t[1] for t in told])
        self.seen, self.noise = np.array([t[2:] for t in told], float), noise
        self.centre = np.array([(p.width / 2, p.height / 2) for p in session.photos])
        priors = [camera_prior(p.width, p.height, p.lens) for p in session.photos]
        self.lens = np.array([(c.focal, c.focal_spread) for c in priors])
        self.away = np.array([(c.distance, c.distance_spread) for c in priors])
        self.truth = np.array([head[k] for k in self.keys])
        self.k = len(session.photos)
        cameras = [
            np.concatenate([Rotation.from_matrix(s.rotation).as_rotvec(), s.shift, [np.log(s.focal)]])
            for s in session.shots
        ]
        self.start = np.concatenate([np.array(cameras).ravel(), self.truth.ravel()])

    def residual(self, v: DoubleArray) -> DoubleArray:
        """In units of the expected errors; the last six hold the frame."""
        cams, points = v[: 7 * self.k].reshape(-1, 7), v[7 * self.k :].reshape(-1, 3)
        c = Rotation.from_rotvec(cams[self.photo, :3]).apply(points[self.point]) + cams[self.photo, 3:6]
        seen = c[:, :2] / c[:, 2:] * np.exp(cams[self.photo, 6])[:, None] + self.centre[self.photo]
        marks = ((seen - self.seen) / self.noise).ravel()
        lens = (cams[:, 6] - self.lens[:, 0]) / self.lens[:, 1]
        depth = np.maximum(
            np.array([Rotation.from_rotvec(q[:3]).apply(points.mean(axis=0))[2] + q[5] for q in cams]), 1.0
        )
        away = (np.log(depth) - self.away[:, 0]) / self.away[:, 1]
        gap = points - self.truth
        frame = np.concatenate(
            [gap.mean(axis=0), np.cross(self.truth - self.truth.mean(axis=0), gap).mean(axis=0) / 50.0]
        )
        return np.concatenate([marks, lens, away, frame * 100.0])

    def _pattern(self) -> lil_array:
        m, k, size = len(self.photo), self.k, len(self.start)
        out = lil_array((2 * m + 2 * k + 6, size), dtype=np.int8)
        for i in range(m):
            for r in (2 * i, 2 * i + 1):
                out[r, 7 * self.photo[i] : 7 * self.photo[i] + 7] = 1
                out[r, 7 * k + 3 * self.point[i] : 7 * k + 3 * self.point[i] + 3] = 1
        for i in range(k):
            out[2 * m + i, 7 * i + 6] = 1
            out[2 * m + k + i, 7 * i : 7 * i + 7] = 1
            out[2 * m + k + i, 7 * k :] = 1
        out[2 * m + 2 * k :, 7 * k :] = 1
        return out

    def solve(self) -> DoubleArray:
        """Points, (n, 3) mm."""
        found = least_squares(self.residual, self.start, jac_sparsity=self._pattern(), x_scale="jac", max_nfev=40)
        return np.asarray(found.x[7 * self.k :].reshape(-1, 3))

    def bound(self) -> float:
        """Cramer-Rao bound of the form error at the truth.

        Root mean square distance with size and motion taken out, mm.
        """
        step = 1e-4
        jac = np.empty((len(self.residual(self.start)), len(self.start)))
        for i in range(len(self.start)):
            v = self.start.copy()
            v[i] += step
            up = self.residual(v)
            v[i] -= 2 * step
            jac[:, i] = (up - self.residual(v)) / (2 * step)
        normal = jac.T @ jac
        scale = 1.0 / np.sqrt(np.diag(normal))
        cover = np.linalg.pinv(normal * scale[:, None] * scale, hermitian=True) * scale[:, None] * scale
        land = cover[7 * self.k :, 7 * self.k :]
        centred = self.truth - self.truth.mean(axis=0)
        modes = np.zeros((len(land), 7))
        for axis in range(3):
            modes[axis::3, axis] = 1.0
            modes[:, 3 + axis] = np.cross(np.eye(3)[axis], centred).ravel()
        modes[:, 6] = centred.ravel()
        take = np.eye(len(land)) - modes @ np.linalg.solve(modes.T @ modes, modes.T)
        return float(np.sqrt(np.trace(take @ land @ take.T) / len(self.keys)))
