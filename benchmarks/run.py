"""All measurements in one run: `./run bench`. Times drift on a shared machine, ratios hardly."""

from __future__ import annotations

import gc
import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

import numpy as np

from benchmarks import base_head, colour, levels, remesh, sitters, tools
from benchmarks.results import measured, said, verdict
from benchmarks.timing import gather_scatter
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.formats import container
from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt.stroke import Dab, StrokeContext
from yewfinch.core.sculpt.toolbox import tool
from yewfinch.core.sculpt.tools import clay, smooth
from yewfinch.demo.shapes import cube_sphere

FOOTPRINT = 10_000


def clock(work: Callable[[], object], rounds: int = 15) -> float:
    """Median seconds; two warm-up calls."""
    work(), work()
    out = []
    for _ in range(rounds):
        gc.disable()
        t = time.perf_counter()
        work()
        out.append(time.perf_counter() - t)
        gc.enable()
    return float(np.median(out))


def ball_with(vertices: int) -> Surface:
    """A ball of about so many vertices."""
    return cube_sphere(round((vertices / 6) ** 0.5))


def dab_of(surface: Surface) -> Dab:
    """A dab whose footprint holds ten thousand rows."""
    centre = np.array([8.0, 30.0, 95.0])
    centre = centre / np.linalg.norm(centre) * 100
    low, high = 0.5, 150.0
    for _ in range(40):
        middle = (low + high) / 2
        if len(surface.rows_in_ball(centre, middle)) < FOOTPRINT:
            low = middle
        else:
            high = middle
    return Dab(centre, centre / 100, np.array([1.0, 0, 0]), high, 0.02)


def dabs() -> dict[int, Surface]:
    """Dab time by size of the surface, beside the bare gather and scatter of the same rows."""
    surfaces = {n: ball_with(n) for n in (25_000, 250_000, 2_500_000)}
    times = {}
    for n, surface in surfaces.items():
        portrait = Portrait()
        piece = portrait.pieces["b"] = Piece("b", "b", surface)
        ctx = StrokeContext(portrait, piece, tool("clay").settings, symmetry=False)
        dab = dab_of(surface)
        rows = surface.rows_in_ball(dab.centre, dab.radius)
        held = np.empty((len(rows), 3), np.float32)
        bare = clock(lambda r=rows, h=held, s=surface: gather_scatter(r, s.positions, h), 60)

        def dab_and_smooth(ctx: StrokeContext = ctx, dab: Dab = dab) -> None:
            clay.touch(ctx, dab)
            smooth.touch(ctx, dab)

        one = clock(lambda c=ctx, d=dab: clay.touch(c, d))
        two = clock(dab_and_smooth)
        times[n] = (one, bare)
        measured(
            f"dab_{n // 1000}k",
            one / bare,
            f"dab of clay, {len(rows):,} rows of {len(surface):,}",
            f"{one * 1e3:.2f} ms",
        )
        said("  clay and smooth", f"{two * 1e3:.2f} ms = {two / bare:.0f}x bare")
    measured("dab_by_size", times[2_500_000][0] / times[250_000][0], "the same dab at 2.5 M against 250 k")
    return surfaces


def normals(surface: Surface) -> None:
    """All vertex normals against libigl."""
    import igl

    mine = clock(surface.mend_all_normals, 5)
    v, f = surface.positions.astype(np.float64), surface.triangles().astype(np.int64)
    theirs = clock(lambda: igl.per_vertex_normals(v, f), 3)
    measured("normals", theirs / mine, f"all normals of {len(surface):,}", f"{mine * 1e3:.0f} ms")


def picking(surface: Surface) -> None:
    """One pick."""
    rng = np.random.default_rng(0)
    ways = rng.uniform(-60, 60, (200, 3)) - (0, 0, 400)
    i = iter(range(10**9))
    t = clock(lambda: pick(surface, (0, 0, 400), ways[next(i) % 200]), 100)
    measured("pick", t * 1e6, f"pick on {len(surface.faces):,} quads")


def undo(surface: Surface) -> None:
    """Undo and redo of a stroke of 200 thousand rows."""
    portrait = Portrait()
    portrait.pieces["b"] = Piece("b", "b", surface)
    rows = np.arange(0, 200_000, dtype=np.int32)
    before = surface.positions[rows].copy()
    portrait.perform(Edit("x", (RowsChange("b", "positions", rows, before, before + np.float32(0.01)),)))

    def both() -> None:
        portrait.history.undo()
        portrait.history.redo()

    measured("undo", clock(both) / 2 * 1e3, "undo or redo of 200 k rows")
    portrait.history.close()


def saving(surface: Surface) -> None:
    """Save and open beside a bare write and read of the same bytes."""
    portrait = Portrait()
    portrait.pieces["b"] = Piece("b", "b", surface)
    with tempfile.TemporaryDirectory() as folder:
        path, bare = Path(folder) / "a.yewfinch", Path(folder) / "bare"
        save = clock(lambda: container.save(portrait, path), 3)
        data = path.read_bytes()
        write = clock(lambda: bare.write_bytes(data), 3)
        load = clock(lambda: container.load(path).history.close(), 3)
        read = clock(bare.read_bytes, 3)
        measured("save", save / write, f"save {len(surface):,} vertices, flushed to disk", f"{save * 1e3:.0f} ms")
        measured("open", load / read, f"open {len(surface):,} vertices", f"{load * 1e3:.0f} ms")


def start() -> None:
    """Start to the first picture against bare imports plus a first frame."""
    whole = (
        "from yewfinch.app.shell.application import make_app; from yewfinch.app.kit import theme\n"
        "app = make_app([]); theme.apply(app)\n"
        "from yewfinch.app.bench_window import bench_window; from yewfinch.core.session.settings import Settings\n"
        "from yewfinch.demo.demo_portrait import demo_portrait\n"
        "w = bench_window(demo_portrait(), Settings()); w.show()\n"
        "while w.viewport.context is None: app.processEvents()\n"
        "w.viewport.grab()\n"
    )
    bare = (
        "import numpy, numba, psygnal, msgspec, PIL.Image, moderngl\n"
        "from PyQt6.QtWidgets import QApplication; from PyQt6.QtOpenGLWidgets import QOpenGLWidget\n"
        "app = QApplication([])\n"
        "class W(QOpenGLWidget):\n"
        "    done = False\n"
        "    def paintGL(self):\n"
        "        c = moderngl.create_context(); c.clear(); W.done = True\n"
        "w = W(); w.resize(1280, 800); w.show()\n"
        "while not W.done: app.processEvents()\n"
    )
    kernel = "from yewfinch.demo.shapes import cube_sphere; cube_sphere(4)\n"
    usual = {k: v for k, v in os.environ.items() if k != "PYTHONDONTWRITEBYTECODE"}  # as it starts the second time
    times = {}
    for name, code in (("whole", whole), ("bare", bare), ("with a kernel", bare + kernel)):
        line = [sys.executable, "-c", f"{code}\nimport os; os._exit(0)"]
        subprocess.run(line, check=True, env=usual)
        times[name] = clock(lambda c=line: subprocess.run(c, check=True, env=usual), 5)
    measured(
        "start", times["whole"] / times["bare"], "start to the first picture of the demo", f"{times['whole']:.2f} s"
    )
    said("  the same beside bare imports and one kernel", f"{times['whole'] / times['with a kernel']:.2f} times")


def stroke_to_buffers() -> None:
    """From a pointer event to finished vertex buffers."""
    from yewfinch.render.picture import standalone_context
    from yewfinch.render.scene import Canvas, SceneRenderer

    surface = ball_with(250_000)
    portrait = Portrait()
    piece = portrait.pieces["b"] = Piece("b", "b", surface)
    ctx = standalone_context()
    renderer, canvas = SceneRenderer(ctx), Canvas(ctx, 64, 64)
    while renderer.prepare(portrait):
        pass
    portrait.rows_changed.connect(renderer.update)
    stroke = StrokeContext(portrait, piece, tool("clay").settings, symmetry=False)
    dab = dab_of(surface)
    times = []
    for _ in range(60):
        t = time.perf_counter()
        clay.touch(stroke, dab)
        ctx.finish()
        times.append(time.perf_counter() - t)
    measured("edit_to_buffers", float(np.percentile(times, 95)) * 1e3, "edit to finished vertex buffers, 10 k rows")
    canvas.release()


def memory() -> None:
    """Memory that 2.5 million vertices take in a process that has drawn them once."""
    code = (
        "import sys\n"
        "from benchmarks.run import ball_with\n"
        "from yewfinch.core.document.model.piece import Piece\n"
        "from yewfinch.core.document.model.portrait import Portrait\n"
        "from yewfinch.core.sight.view import View\n"
        "from yewfinch.render.picture import standalone_context\n"
        "from yewfinch.render.scene import Canvas, SceneRenderer\n"
        "def resident():\n"
        "    line = next(l for l in open('/proc/self/status') if l.startswith('VmRSS'))\n"
        "    return int(line.split()[1]) * 1024\n"
        "def drawn(vertices):\n"
        "    portrait = Portrait()\n"
        "    portrait.pieces['b'] = Piece('b', 'b', ball_with(vertices))\n"
        "    renderer, canvas = SceneRenderer(context), Canvas(context, 400, 300)\n"
        "    renderer.draw(canvas.target, portrait, View(0, 0, (0, 0, 0), 600).camera(400, 300))\n"
        "    canvas.pixels()\n"
        "    return portrait, renderer, canvas\n"
        "context = standalone_context()\n"
        "small = drawn(10_000)\n"
        "before = resident()\n"
        "large = drawn(2_500_000)\n"
        "print((resident() - before) / len(large[0].surface('b')))\n"
        "import os; sys.stdout.flush(); os._exit(0)\n"
    )
    found = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True).stdout
    measured("memory", float(found), "memory of the process, 2.5 M vertices drawn")


def main() -> int:
    """Everything; 1 if a budget is missed."""
    surfaces = dabs()
    largest = surfaces[2_500_000]
    normals(largest)
    picking(largest)
    undo(largest)
    memory()
    saving(largest)
    start()
    stroke_to_buffers()
    base_head.main()
    levels.main()
    colour.main()
    tools.main()
    remesh.main(256)
    sitters.main()
    return verdict()


if __name__ == "__main__":
    sys.exit(main())
