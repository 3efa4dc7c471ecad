"""The first ten minutes by the help alone, in the real window: the clicks and keys it takes are counted."""

import sys
import time

import numpy as np
import pytest
import trimesh
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QFileDialog

from tests.app.hands import drag, handled, line
from yewfinch.demo.demo_portrait import photo_file

#: The photos that the help's page 'The first portrait' asks for, by the names of the demo's.
PHOTOS = ("front", "three-quarter", "profile")
#: Marks on each photo: 'six are a beginning'.
MARKS = 6


class Hand:
    """A hand that counts what it does."""

    def __init__(self):
        self.clicks = self.keys = self.files = self.skips = 0
        self._start = time.monotonic()

    def click(self, button):
        """Press a button that can be seen."""
        assert button.isVisible() and button.isEnabled()
        self.clicks += 1
        QTest.mouseClick(button, Qt.MouseButton.LeftButton)

    def drag(self, widget, points):
        self.clicks += 1
        drag(widget, points)

    def key(self, widget, key, mods=Qt.KeyboardModifier.NoModifier):
        self.keys += 1
        QTest.keyClick(widget, key, mods)

    def chosen(self, monkeypatch, asks, answer):
        """What is chosen the next time a dialog of files opens."""

        def choose(*_, **__):
            self.files += 1
            return answer, ""

        monkeypatch.setattr(QFileDialog, asks, choose)

    def report(self, what):
        """Write what it took; `-s` shows it."""
        seconds = time.monotonic() - self._start
        sys.stdout.write(
            f"\n{what}: {self.clicks} clicks ({self.skips} of them Skip), {self.keys} keys, {self.files} choices of"
            f" files; the program took {seconds:.1f} s\n"
        )


@pytest.fixture
def start(window):
    """The start page, and nothing to be asked about."""
    window.settle = lambda: True
    window.actions_table["start"].run()
    handled()
    return window.pages.page("start")


def test_two_acts_lead_to_a_first_stroke(window, start):
    hand = Hand()
    hand.click(start.ways["demo"])
    handled()
    surface = window.bench.portrait.surface("head")
    before = surface.positions.copy()
    middle = window.viewport.rect().center()
    hand.drag(window.viewport, line((middle.x(), middle.y()), (middle.x() + 40, middle.y() - 20)))
    handled()
    assert np.abs(surface.positions - before).max() > 0.05
    hand.report("to a first stroke")
    assert hand.clicks == 2


def test_three_photos_are_marked_and_solved_as_the_help_says(window, start, qtbot, monkeypatch, tmp_path):
    sought = {p.name: p.marks for p in window.bench.portrait.sitter.photos}
    hand = Hand()
    hand.chosen(monkeypatch, "getOpenFileNames", [str(photo_file(name)) for name in PHOTOS])
    hand.click(start.ways["photos"])
    sitter = lambda: window.bench.portrait.sitter  # noqa: E731
    qtbot.waitUntil(lambda: len(sitter().photos) == len(PHOTOS) and not window.photos.busy(), timeout=20000)
    desk = window.pages.page("desk")
    for photo in sitter().photos:
        handled()
        hand.click(window.walls.cards[photo.id].mark)
        assert desk.isVisible() and desk.photo_id == photo.id
        qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
        while len(sitter().photo(photo.id).marks) < MARKS:
            asked = desk.current  # the landmark that the desk asks for
            if asked not in sought[photo.name]:
                hand.skips += 1
                hand.click(desk.skip)
                continue
            spot = desk.canvas.to_widget(*sought[photo.name][asked])
            hand.drag(desk.canvas, [(spot.x(), spot.y()), (spot.x(), spot.y())])
    hand.click(desk.match)
    qtbot.waitUntil(lambda: sitter().solution is not None, timeout=30000)
    assert len(sitter().solution.fits) == len(PHOTOS)
    hand.report("to a solved sitter")
    assert hand.clicks - hand.skips <= 1 + len(PHOTOS) * (1 + MARKS) + 1
    assert hand.skips <= 12  # on what a photo does not show

    qtbot.waitUntil(lambda: QApplication.activeModalWidget() is None and window.viewport.isVisible(), timeout=8000)
    hand = Hand()
    path = tmp_path / "portrait.stl"
    hand.chosen(monkeypatch, "getSaveFileName", str(path))
    hand.key(window, Qt.Key.Key_E, Qt.KeyboardModifier.ControlModifier)
    qtbot.waitUntil(lambda: path.exists() and path.stat().st_size > 1000, timeout=20000)
    hand.report("to an exported file")
    assert hand.keys == 1
    assert len(trimesh.load(path).faces) > 1000
