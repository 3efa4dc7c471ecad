"""Take the pictures of docs/screenshots from the demo portrait, in the real window."""

from __future__ import annotations

import json
import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path

home = tempfile.mkdtemp(prefix="yewfinch-shots-")
os.environ["YEWFINCH_STATE"], os.environ["YEWFINCH_CONFIG"] = f"{home}/state", f"{home}/config"

import numpy as np  # noqa: E402
from PIL import Image  # noqa: E402
from PyQt6.QtCore import QPointF, Qt  # noqa: E402
from PyQt6.QtTest import QTest  # noqa: E402

from tools import parts  # noqa: E402
from yewfinch.app.bench_window import bench_window  # noqa: E402
from yewfinch.app.kit import theme  # noqa: E402
from yewfinch.app.shell.application import make_app  # noqa: E402
from yewfinch.app.shell.dialogs.help import PICTURES  # noqa: E402
from yewfinch.app.shell.window import MainWindow  # noqa: E402
from yewfinch.core.anatomy.figure.person import PRESETS, Figure  # noqa: E402
from yewfinch.core.anatomy.figure.pose_presets import PRESETS as POSES  # noqa: E402
from yewfinch.core.document.figure.new_portrait import new_portrait  # noqa: E402
from yewfinch.core.document.figure.shaping import figures  # noqa: E402
from yewfinch.core.document.model.portrait import Portrait  # noqa: E402
from yewfinch.core.document.verbs import complexions, form_layers  # noqa: E402
from yewfinch.core.document.verbs import photo_skin as photo_skin_verbs  # noqa: E402
from yewfinch.core.formats import container  # noqa: E402
from yewfinch.core.session.settings import Settings  # noqa: E402
from yewfinch.core.sight.view import View  # noqa: E402
from yewfinch.core.sitter.calipers import Caliper  # noqa: E402
from yewfinch.core.skin.complexion import Complexion  # noqa: E402
from yewfinch.demo.demo_portrait import demo_portrait  # noqa: E402

TARGET = Path(__file__).parents[1] / "docs/screenshots"
#: Those that stand on pages of the help as well, pixels wide.
ON_PAGES = {
    "armature", "block", "eyes", "form", "fringe", "likeness", "marking", "measures", "mouth", "photo_skin", "pose",
    "sitter", "skin", "skull", "start",
}  # fmt: skip
WIDTH = 560


def main() -> None:
    """All of them, or those named."""
    wanted = set(sys.argv[1:])
    app = make_app([])
    theme.apply(app)
    TARGET.mkdir(parents=True, exist_ok=True)
    for name, arrange in SHOTS.items():
        if wanted and name not in wanted:
            continue
        theme.apply(app)
        window = bench_window(demo_portrait(), Settings())
        window.show()
        window.activateWindow()
        QTest.qWait(500)
        arrange(window)
        QTest.qWait(1400)
        until = time.monotonic() + 8
        while window.round.waits and window.round.isVisible() and time.monotonic() < until:
            QTest.qWait(50)
        if name != "sheet":
            picture = window.snapshot()
            picture.save(str(TARGET / f"{name}.png"), "PNG")
            if name in ON_PAGES:
                small = picture.scaledToWidth(WIDTH, Qt.TransformationMode.SmoothTransformation)
                small.save(str(PICTURES / f"{name}.jpg"), "JPG", 84)
        window.documents.close()
        window.settle = lambda: True  # type: ignore[method-assign]
        window.close()
        window.deleteLater()
        QTest.qWait(50)
        print(name)
    if not wanted or wanted & {"heads", "people", "figures"}:
        subprocess.run([sys.executable, str(Path(__file__).parent / "head_pictures.py")], check=True)


def hover(window: MainWindow, key: str, dx: float = 0, dy: float = 0) -> None:
    """Hold the pointer over a landmark."""
    x, y = window.viewport.camera().project(window.bench.portrait.landmark(key))[0]
    window.viewport.hover(QPointF(float(x) + dx, float(y) + dy))


def form(w: MainWindow) -> None:
    """Modelling."""
    w.bench.outlook.set_view(w.bench.outlook.view.turned(32, 4))
    w.bench.tools.change(size=22.0)
    for name in ("Asymmetry", "Wrinkles", "Pores"):
        edit, key = form_layers.add(w.bench.portrait, "head", name)
        w.bench.portrait.perform(edit)
    w.bench.selection.choose("head")
    w.bench.selection.choose_layer("head", key)
    w.inspector.open("Form layers")
    QTest.qWait(100)
    hover(w, "zy_l", -30, 30)


def likeness(w: MainWindow) -> None:
    """Standing where a photo was taken, with what is off."""
    w.bench.set_stage("Features")
    w.bench.standpoint.take("photo1")
    w.bench.standpoint.set_overlay(opacity=0.45)
    w.inspector.open("Likeness")


def marking(w: MainWindow) -> None:
    """The marking desk, with the magnifier."""
    parts.marking(w).mark("photo4")
    QTest.qWait(600)
    canvas = w.pages.page("desk").canvas
    clicks = json.loads((Path(__file__).parents[1] / "tests/app/window_seat_clicks.json").read_text())
    for key in ("en_l", "ex_l", "prn", "sn", "gn", "sba_l"):
        w.pages.page("desk").choose(key)
        w.pages.page("desk").put(key, (clicks[key][0] * 1080, clicks[key][1] * 1350))
    w.pages.page("desk").choose("ch_l")
    u, v = clicks["ch_l"]
    QTest.mousePress(canvas, Qt.MouseButton.LeftButton, pos=canvas.to_widget(u * 1080, v * 1350).toPoint())


def sitter(w: MainWindow) -> None:
    """What the photos say of the sitter."""
    w.bench.set_stage("Sitter")
    w.bench.standpoint.take("photo2")
    w.bench.standpoint.set_overlay(mode="outline", opacity=0.9)


def fringe(w: MainWindow) -> None:
    """The clay's outline against the one drawn on the photo."""
    w.bench.set_stage("Features")
    w.bench.standpoint.take("photo3")
    w.bench.standpoint.set_overlay(opacity=0.3)
    w.inspector.open("Outlines and lines")


def sheet(w: MainWindow) -> None:
    """The page of the three-quarter photo on the comparison sheet."""
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "sheet.png"
        parts.doer(w, "sheet").write(path)
        with Image.open(path) as picture:
            picture.crop((0, 2 * 992, 1403, 3 * 992)).save(TARGET / "sheet.png", optimize=True)


def measures(w: MainWindow) -> None:
    """Calipers, landmarks, canon, and a level section through the tip of the nose."""
    w.bench.set_stage("Features")
    a = w.bench.portrait.anchors
    calipers = (
        Caliper("distance", (a["en_l"], a["en_r"])), Caliper("surface", (a["ch_l"], a["go_l"])),
        Caliper("angle", (a["prn"], a["sn"], a["ls"])),
    )  # fmt: skip
    w.bench.portrait.set_field("calipers", calipers, "Measure")
    w.bench.outlook.set_show_landmarks(True)
    w.bench.outlook.set_view(w.bench.outlook.view.turned(25, 0))
    w.bench.selection.choose_landmark("prn")
    parts.doer(w, "section").turn("level")
    w.bench.outlook.set_looking(section=replace(w.bench.outlook.looking.section, cut=False))
    w.bench.selection.choose_landmark(None)
    w.inspector.open("Section")
    QTest.qWait(200)


def eyes(w: MainWindow) -> None:
    """Both eyes close up: their gaze was dragged aside, and the margins of their lids show their knots."""
    w.bench.set_stage("Features")
    w.bench.selection.choose("eye_left")
    w.bench.set_mode("gaze")
    w.inspector.open("Lids")
    box = np.array([[-58.0, -14.0, 40.0], [58.0, 62.0, 96.0]])
    w.bench.outlook.set_view(w.bench.outlook.view.turned(18, 3).fit(box, w.viewport.width(), w.viewport.height()))
    QTest.qWait(500)
    view = w.viewport
    start = QPointF(view.width() / 2, view.height() / 2)
    QTest.mousePress(view, Qt.MouseButton.LeftButton, pos=start.toPoint())
    for k in range(1, 11):
        QTest.mouseMove(view, QPointF(start.x() - 12 * k, start.y() + 3 * k).toPoint())
        QTest.qWait(20)
    QTest.mouseRelease(view, Qt.MouseButton.LeftButton, pos=QPointF(start.x() - 120, start.y() + 30).toPoint())
    w.bench.set_mode("lids")
    QTest.qWait(2000)


def mouth(w: MainWindow) -> None:
    """Lips parted by the jaw over the teeth."""
    w.bench.set_stage("Features")
    w.inspector.open("Open mouth and teeth")
    QTest.qWait(300)
    w.panel("Open mouth and teeth").part["part"].box.setValue(9.0)  # type: ignore[attr-defined]
    box = np.array([[-42.0, -98.0, 40.0], [42.0, 0.0, 110.0]])
    w.bench.outlook.set_view(w.bench.outlook.view.turned(24, -4).fit(box, w.viewport.width(), w.viewport.height()))
    QTest.qWait(1500)


def skin(w: MainWindow) -> None:
    """A complexion as colour layers, mottled by hand on a layer of its own, in the finish that looks as skin."""
    w.bench.set_stage("Skin")
    w.bench.selection.choose("head")
    portrait = w.bench.portrait
    portrait.perform(complexions.lay_on(portrait, "head", Complexion(tone=47.0, blood=0.45, sun=0.6, beard=0.35)))
    w.bench.selection.choose_colour_layer("head", "paint1")
    w.bench.outlook.set_looking(finish="skin")
    w.bench.outlook.set_view(replace(w.bench.outlook.view.turned(-24, 2)))
    w.bench.tools.take("mottle")
    w.bench.tools.change(size=22.0, strength=0.35)
    w.bench.tools.set_colour((170, 72, 66))
    QTest.qWait(600)
    start = w.viewport.camera().project(portrait.landmark("zy_r")[None])[0]
    at = [QPointF(float(start[0]) + 18 + 5 * k, float(start[1]) + 10 + 3 * k).toPoint() for k in range(12)]
    QTest.mousePress(w.viewport, Qt.MouseButton.LeftButton, pos=at[0])
    for point in at[1:]:
        QTest.mouseMove(w.viewport, point)
        QTest.qWait(20)
    QTest.mouseRelease(w.viewport, Qt.MouseButton.LeftButton, pos=at[-1])
    QTest.qWait(1500)
    w.inspector.open("Colour layers")
    QTest.qWait(500)


def photo_skin(w: MainWindow) -> None:
    """Three photos laid onto the skin without the light that they were taken in."""
    w.bench.set_stage("Skin")
    w.bench.selection.choose("head")
    portrait, alignment = w.bench.portrait, w.bench.standpoint.lay_on()
    portrait.perform(complexions.lay_on(portrait, "head", Complexion(tone=47.0, beard=0.2)))
    portrait.perform(photo_skin_verbs.lay_on(portrait, "head", list(photo_skin_verbs.solved(portrait)), alignment))
    w.inspector.open("Photos onto the skin")
    w.bench.outlook.set_view(w.bench.outlook.view.turned(30, 2))
    QTest.qWait(1500)
    QTest.qWait(500)


def pose(w: MainWindow) -> None:
    """A figure in a pose, with its joints."""
    maker = figures()
    figure = Figure(PRESETS["woman"][1], crop="full")
    maker.make_ready(figure, posed=True)
    w.bench.set_stage("Show")
    w.panel("Base head").steering.begin(figure, "New base figure: full figure")
    w.panel("Pose").posing.put_on(POSES["stride"])
    w.panel("Pose").posing.choose("knee_l")
    w.bench.outlook.set_view(w.bench.outlook.view.turned(38, 6))
    w.panel("Pose").posing.start()
    w.inspector.open("Pose")
    QTest.qWait(600)
    w.viewport.view_all()
    view = w.bench.outlook.view
    w.bench.outlook.set_view(replace(view, distance=1.2 * view.distance))


def block(w: MainWindow) -> None:
    """Steering the base head: a woman of 45 with a dial and a measure set."""
    w.bench.set_stage("Block")
    w.panel("Base head").steering.become(PRESETS["woman"][1], "Woman")
    person = (
        replace(w.panel("Base head").steering.person, age=45.0)
        .with_dial("tip_up", 0.6)
        .with_measure("face_breadth", 130.0)
    )
    w.panel("Base head").steering.become(person, "woman, 45")
    w.bench.outlook.set_view(w.bench.outlook.view.turned(28, 2))


def skull(w: MainWindow) -> None:
    """The skull and its pegs through the clay, one peg brought out."""
    w.bench.set_stage("Block")
    w.inspector.open("Under the skin")
    w.bench.portrait.perform(figures().under_skin(w.bench.portrait))
    w.panel("Under the skin").refresh()
    w.viewport.view_all()
    w.bench.outlook.set_view(w.bench.outlook.view.turned(38, 2))
    QTest.qWait(2500)  # the round of small views
    w.panel("Under the skin").table.selectRow(
        next(i for i, d in enumerate(w.panel("Under the skin").rows) if d.key == "gonion_l")
    )


def armature(w: MainWindow) -> None:
    """An armature while its balls are edited."""
    w.bench.set_stage("Block")
    for key in w.bench.portrait.order:
        w.bench.portrait.put_piece(replace(w.bench.portrait.pieces[key], visible=False), "Hide")
    presets = w.panel("Armature").presets
    presets.activated.emit(presets.findData("hand"))
    QTest.qWait(600)
    w.viewport.view_all()
    w.bench.outlook.set_view(w.bench.outlook.view.turned(24, 10))
    w.bench.set_mode("armature")
    w.inspector.open("Armature")


def start(w: MainWindow) -> None:
    """The start page, with portraits that were worked on last."""
    folder = Path(home)
    names = ("Anna", "Bust of a boy", "Second try")
    kinds = (Figure(PRESETS["woman"][1], 3), Figure(PRESETS["child"][1], 3), Figure(PRESETS["old_man"][1], 3))
    for name, figure in zip(names, kinds, strict=True):
        portrait = new_portrait(figure)
        view = replace(View(distance=960.0, target=(0.0, -42.0, -8.0)), lens=85.0).turned(-30, 2)
        container.save(portrait, folder / f"{name}.yewfinch", _picture_of(w, portrait, view))
    w.settings.recent = [str(folder / f"{name}.yewfinch") for name in names]
    w.actions_table["start"].run()


def _picture_of(w: MainWindow, portrait: Portrait, view: View) -> bytes:
    """A portrait's preview as the window would take it."""
    w.documents.show(portrait, None)
    QTest.qWait(800)
    w.bench.outlook.set_view(view)
    QTest.qWait(800)
    return w._preview() or b""


SHOTS: dict[str, Callable[[MainWindow], None]] = {
    "form": form,
    "block": block,
    "likeness": likeness,
    "pose": pose,
    "skull": skull,
    "armature": armature,
    "marking": marking,
    "measures": measures,
    "eyes": eyes,
    "mouth": mouth,
    "skin": skin,
    "photo_skin": photo_skin,
    "sitter": sitter,
    "fringe": fringe,
    "sheet": sheet,
    "start": start,
}

if __name__ == "__main__":
    main()
