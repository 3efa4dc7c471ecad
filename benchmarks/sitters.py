"""The joint solve on invented sitters with known truth: errors, their own prediction, and time.

`./run bench` runs it last; alone: `python -m benchmarks.sitters [RUNS]`.
"""

from __future__ import annotations

import sys
import time
from dataclasses import replace

import numpy as np

from yewfinch.core.anatomy.landmarks import LANDMARKS
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.sitter.alignment import procrustes
from yewfinch.core.sitter.depth_map import DepthMap
from yewfinch.core.sitter.joint import solve_sitter
from yewfinch.core.sitter.photo import Sitter
from yewfinch.demo.portrait import demo_portrait
from yewfinch.demo.random_sitters import Invented, invented

RUNS = 40
PHOTOS = (1, 2, 3, 5, 10)


def _both(values: list[float]) -> str:
    return f"{np.median(values):.2f} / {np.percentile(values, 95):.2f}"


class Table:
    """What is gathered for one number of photos."""

    def __init__(self) -> None:
        self.turn: list[float] = []
        self.focal: list[float] = []
        self.mm: list[float] = []
        self.form: list[float] = []
        self.normal: list[float] = []
        self.camera: list[float] = []
        self.lens: list[float] = []
        self.size: list[float] = []
        self.seconds: list[float] = []
        self.spoilt = self.missed = self.false = self.marks = self.failed = 0

    def run(self, made: Invented) -> None:
        """Solve one sitter and compare with the truth."""
        began = time.perf_counter()
        try:
            solved, found = solve_sitter(made.sitter)
        except CannotSolveError:
            self.failed += 1
            return
        self.seconds.append(time.perf_counter() - began)
        seen = [k for k in found.keys if k in found.seen]
        x = np.array([found.points[found.index(k)] for k in seen])
        y = np.array([made.landmarks[k] for k in seen])
        rigid, scaled = procrustes(x, y), procrustes(x, y, scaled=True)
        error = rigid.to_sitter(x) - y
        self.mm += np.linalg.norm(error, axis=1).tolist()
        self.form += np.linalg.norm(scaled.to_sitter(x) - y, axis=1).tolist()
        self.size.append(((scaled.scale - 1) / found.scale_spread) ** 2)
        index = np.concatenate([3 * found.index(k) + np.arange(3) for k in seen])
        modes = np.zeros((len(index), 6))
        for a in range(3):
            modes[a::3, a] = 1
            modes[:, 3 + a] = np.cross(np.eye(3)[a], x).ravel()
        take = np.eye(len(index)) - modes @ np.linalg.solve(modes.T @ modes, modes.T)
        covariance = take @ found.covariance[np.ix_(index, index)] @ take.T
        e = (error @ rigid.rotation).ravel()
        self.normal.append(float(e @ np.linalg.pinv(covariance, rcond=1e-9, hermitian=True) @ e) / (len(index) - 6))
        for photo, camera in zip(solved.photos, made.cameras, strict=True):
            fit = found.fit(photo.id)
            if photo.standpoint is None or fit is None:
                self.failed += 1
                continue
            r = np.array(photo.standpoint.rotation).reshape(3, 3) @ rigid.rotation.T @ camera.rotation.T
            angle = float(np.degrees(np.arccos(np.clip((np.trace(r) - 1) / 2, -1, 1))))
            lens = float(np.log(photo.standpoint.focal / camera.focal))
            self.turn.append(angle)
            self.focal.append(abs(lens) * 100)
            self.camera.append((angle / fit.turn_spread) ** 2 / 3)
            self.lens.append((lens / fit.lens_spread) ** 2)
        named = {(b.photo, b.key) for b in found.bad}
        self.spoilt += len(made.bad)
        self.missed += len(made.bad - named)
        self.false += len(named - made.bad)
        self.marks += sum(len(p.marks) for p in made.sitter.photos)


def errors(runs: int) -> None:
    """The table: median and 95th percentile against the truth."""
    print(f"\njoint solve, {runs} invented sitters each: noise 0.5 to 2 px, half a bad click a photo, lens told for 70 %")
    print(f"{'photos':>6} {'turn deg':>14} {'focal %':>14} {'landmark mm':>14} {'form mm':>14}"
          f" {'normal':>7} {'turn':>6} {'lens':>6} {'size':>6} {'bad':>5} {'missed':>7} {'false':>10} {'s, worst':>9}")  # fmt: skip
    rng = np.random.default_rng(2026)
    for photos in PHOTOS:
        t = Table()
        for _ in range(runs):
            t.run(invented(rng, photos, noise=float(rng.uniform(0.5, 2.0)), spoilt=0.5))
        print(f"{photos:6d} {_both(t.turn):>14} {_both(t.focal):>14} {_both(t.mm):>14} {_both(t.form):>14}"
              f" {np.mean(t.normal):7.2f} {np.mean(t.camera):6.2f} {np.mean(t.lens):6.2f} {np.mean(t.size):6.2f}"
              f" {t.spoilt:5d} {t.missed:7d} {t.false:4d}/{t.marks:5d} {np.median(t.seconds):4.2f} {max(t.seconds):4.2f}"
              + (f"  not solved {t.failed}" if t.failed else ""), flush=True)  # fmt: skip


def exchanged(runs: int) -> None:
    """Photos with all left and right exchanged: found, and found where there are none."""
    found = wrong = 0
    for seed in range(runs):
        made = invented(np.random.default_rng(9000 + seed), 3, spoilt=0.3)
        _, clean = solve_sitter(made.sitter)
        wrong += sum(f.swapped for f in clean.fits)
        i = int(np.argmin([abs(c.rotation[2, 0]) for c in made.cameras]))
        photos = list(made.sitter.photos)
        photos[i] = replace(photos[i], marks={LANDMARKS[k].twin: m for k, m in photos[i].marks.items()})
        _, spoilt = solve_sitter(Sitter(tuple(photos)))
        found += [f.photo for f in spoilt.fits if f.swapped] == [photos[i].id]
    print(f"whole photo exchanged (the one most from the front of three): found {found} of {runs}; "
          f"where there was none: {wrong} of {3 * runs}", flush=True)  # fmt: skip


def outlines() -> None:
    """A stroke on dense clay: drawing the depth map again, against drawing all of it."""
    from tests.conftest import cube_sphere

    portrait = demo_portrait()
    camera = next(p.standpoint for p in portrait.sitter.photos if p.standpoint).camera()
    for n in (90, 290, 645):
        ball: Surface = cube_sphere(n)
        depth = DepthMap(camera)
        depth.draw({"ball": ball})
        began = time.perf_counter()
        depth.draw({"ball": ball})
        whole = time.perf_counter() - began
        row = ball.nearest_row((0.0, 30.0, 95.0))
        rows = ball.rows_in_ball(ball.positions[row], 6.0)
        times = []
        for i in range(9):
            leaves = ball.set_rows(rows, ball.positions[rows] * np.float32(1.01 if i % 2 else 1 / 1.01))
            began = time.perf_counter()
            depth.update("ball", leaves)
            times.append(time.perf_counter() - began)
        print(f"outline after a stroke of {len(rows)} rows on {len(ball):,}: {np.median(times) * 1e3:.1f} ms, "
              f"all of it {whole * 1e3:.1f} ms", flush=True)  # fmt: skip


def main(runs: int = RUNS) -> None:
    """Everything."""
    errors(runs)
    exchanged(runs)
    outlines()


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else RUNS)
