"""A room that only this file knows.

Its panel, mode, hand, paint, action, page, file kind and help work as any other's.
"""

from pathlib import Path

import pytest
from PyQt6.QtCore import QMimeData, QPointF, Qt, QUrl
from PyQt6.QtGui import QDropEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QLabel, QPushButton, QVBoxLayout, QWidget

from tests.app.hands import at_landmark
from yewfinch.app.rooms import all_rooms
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.window import MainWindow
from yewfinch.app.view.modes import Mode, Over, RestingHand
from yewfinch.core.sculpt import toolbox
from yewfinch.core.sculpt.tool_options import Amount, Choice, Switch
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.sculpt.tools import smooth
from yewfinch.core.session.settings import Settings
from yewfinch.demo.demo_portrait import demo_portrait


class Counting(RestingHand):
    """Counts clicks on the clay."""

    def __init__(self, view):
        self.view, self.clicks, self.held = view, 0, False

    @property
    def busy(self):
        return self.held

    def press(self, at, pressure, mods):
        self.held = self.view.look_at(at) is not None
        return self.held

    def release(self, at, pressure, mods):
        self.held, self.clicks = False, self.clicks + 1

    def cancel(self):
        self.held = False

    def key(self, event):
        if event.key() != Qt.Key.Key_Delete:
            return False
        self.clicks = 0
        return True

    def resize(self, factor):
        self.clicks += 10 if factor > 1 else -10
        return True


class CountPanel(QWidget):
    """A button that begins counting, and how far it has come."""

    def __init__(self, bench, hand):
        super().__init__()
        column = QVBoxLayout(self)
        self.button = QPushButton("Count")
        self.button.clicked.connect(lambda: bench.toggle_mode("count"))
        column.addWidget(self.button)

    def explain(self, actions):
        self.button.setToolTip(actions.tip("count"))


def furnish_with(folder, made):
    def furnish(shop):
        hand = Counting(shop.view)
        made.update(shop=shop, hand=hand, painted=0, taken=[], closed=False)

        def paint(key):
            def run(_painter):
                made["painted"] += key

            return run

        def drop(paths):
            mine = [p for p in paths if p.suffix == ".count"]
            made["taken"] += mine
            return mine

        return Room(
            "count",
            panels=(Panel("Counting", lambda: CountPanel(shop.bench, hand), {"Form": 5, "Show": 900}),),
            modes=(Mode("count", hand, lambda: f"{hand.clicks} clicks", paint(1000)),),
            overs=(Over(55, paint(1)),),
            actions=(
                Action(
                    "count",
                    "Count clicks",
                    "Edit",
                    "Ctrl+Alt+K",
                    "Counts clicks on the clay.",
                    lambda: shop.bench.toggle_mode("count"),
                    place=960,
                ),
            ),
            help=folder / "count.md",
            pages={"tally": lambda: QLabel("tally")},
            drop=drop,
            close=lambda: made.update(closed=True),
        )

    return furnish


@pytest.fixture
def counted(qtbot, demo_file, monkeypatch, tmp_path):
    monkeypatch.setattr("yewfinch.render.scene.SAMPLED", 0)
    (tmp_path / "count.md").write_text("# Counting clicks\n\nPress **Count**.\n")
    made = {}
    w = MainWindow(demo_portrait(), Settings(), (*all_rooms(), furnish_with(tmp_path, made)))
    w.show()
    w.activateWindow()
    qtbot.waitUntil(w.isActiveWindow, timeout=10000)
    qtbot.waitUntil(lambda: w.viewport.context is not None, timeout=20000)
    yield w, made
    w.settle = lambda: True
    w.close()
    w.deleteLater()


def test_a_room_of_one_file_is_furnished_like_any_other(counted, qtbot):
    w, made = counted
    bench, hand = w.bench, made["hand"]
    assert w.inspector.folds["Counting"].isVisible()  # the bench begins with the stage Form
    panel = w.panel("Counting")
    assert "Ctrl+Alt+K" in panel.button.toolTip()
    bench.set_stage("Sitter")
    assert not w.inspector.folds["Counting"].isVisible()
    bench.set_stage("Form")
    edit = next(a.menu() for a in w.menuBar().actions() if a.text() == "Edit")
    assert edit.actions()[-1].text() == "Count clicks"
    QTest.keyClick(w, Qt.Key.Key_K, Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.AltModifier)
    assert bench.mode == "count"
    before, position = made["painted"], bench.portrait.history.position
    x, y = at_landmark(w, "prn")
    QTest.mouseClick(w.viewport, Qt.MouseButton.LeftButton, pos=QPointF(x, y).toPoint())
    assert hand.clicks == 1 and bench.portrait.history.position == position  # no stroke
    qtbot.waitUntil(lambda: made["painted"] >= before + 1001, timeout=2000)
    assert w.viewport.hands.mode.words() == "1 clicks"
    QTest.keyClick(w, Qt.Key.Key_BracketRight)
    assert hand.clicks == 11
    QTest.keyClick(w.viewport, Qt.Key.Key_Delete)
    assert hand.clicks == 0
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    assert bench.mode == "tool"
    w.pages.turn_to("tally")
    assert w.pages.shows("tally") and w.pages.currentWidget().text() == "tally"
    w.pages.back_to_clay()
    w.show_help()
    w.help.titles.setCurrentRow(list(w.help.pages).index("Counting clicks"))
    assert "Press Count." in w.help.text.toPlainText()
    w.help.close()


def test_its_files_may_be_dropped_and_it_is_told_of_the_end(counted, tmp_path):
    w, made = counted
    (tmp_path / "a.count").write_text("7")
    (tmp_path / "a.other").write_text("7")
    data = QMimeData()
    data.setUrls([QUrl.fromLocalFile(str(tmp_path / name)) for name in ("a.count", "a.other")])
    w.dropEvent(
        QDropEvent(
            QPointF(9, 9), Qt.DropAction.CopyAction, data, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
        )
    )
    assert made["taken"] == [Path(tmp_path / "a.count")]
    assert "a.other is neither" in w.status.message.text()
    w.settle = lambda: True
    w.close()
    assert made["closed"]


def test_rooms_that_clash_are_refused(demo_file, qtbot, tmp_path):
    def twice(shop):
        return Room("other", modes=(Mode("pose", Counting(shop.view)),))

    with pytest.raises(ValueError, match="a mode 'pose' already"):
        MainWindow(demo_portrait(), Settings(), (*all_rooms(), twice))


@pytest.fixture
def tool():
    toolbox.tools()
    spec = ToolSpec(
        "knead",
        "Knead",
        "Kneads the clay.",
        "Ctrl+Alt+N",
        ToolSettings(size=33.0),
        smooth.make,
        place=47,
        section=ToolSection(after=lambda t: 9 * t, marks=(Mark("disc", (10, 10, 34, 34), "#ff0000", inside=True),)),
        options=(
            Amount("give", "Give", "How soft it is.", 0.4, 0.0, 100.0, "%", shown=100.0),
            Switch("warm", "Warm", "Warm clay."),
            Choice("hand", (("left", "Left", "The left hand."), ("right", "Right", "The right hand.")), "right"),
        ),
    )
    toolbox.register(spec)
    yield spec
    toolbox.forget("knead")


def test_a_tool_of_one_file_has_its_picture_controls_and_key(tool, window):
    panel, bench = window.tools[0], window.bench
    QTest.keyClick(window, Qt.Key.Key_N, Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.AltModifier)
    assert bench.tools.tool_id == "knead" and bench.tools.settings.size == 33.0
    strip = window.strips[0]
    assert strip.buttons["knead"].isChecked() and panel.title.text() == "Knead"
    picture = strip.buttons["knead"].icon().pixmap(32, 32).toImage()
    reds = sum(
        picture.pixelColor(x, y).red() > 200 > 90 > picture.pixelColor(x, y).green()
        for x in range(picture.width())
        for y in range(picture.height())
    )
    assert reds > 60
    controls = panel.options["knead"].controls
    assert panel.options["knead"].isVisible() and "gloss" not in panel.options
    assert controls["hand"]["right"].isChecked() and not controls["warm"].isChecked()
    QTest.mouseClick(controls["hand"]["left"], Qt.MouseButton.LeftButton)
    QTest.mouseClick(
        controls["warm"],
        Qt.MouseButton.LeftButton,
        pos=controls["warm"].rect().center() - controls["warm"].rect().center() / 1.2,
    )
    controls["give"].changed.emit(70.0)
    assert bench.tools.settings.own == {"give": 0.7, "warm": True, "hand": "left"}
    bench.tools.take("clay")
    assert not panel.options["knead"].isVisible()
    bench.tools.take("knead")
    assert controls["hand"]["left"].isChecked() and controls["warm"].isChecked()
