"""The start page in the real window: ways to begin, the newest portraits, and back to the clay."""

import shutil

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from tests.app.hands import click, handled
from yewfinch.core.document.figure.new_portrait import ball_of_clay


@pytest.fixture
def page(window, demo_file, tmp_path):
    """The page, with three recent portraits, one of which is gone and one broken."""
    shutil.copy(demo_file, tmp_path / "anna.yewfinch")
    (tmp_path / "broken.yewfinch").write_bytes(b"no portrait")
    window.settings.recent = [str(tmp_path / f"{n}.yewfinch") for n in ("anna", "gone", "broken")]
    window.settle = lambda: True
    window.actions_table["start"].run()
    handled()
    return window.pages.page("start")


def test_the_page_stands_alone_and_a_stage_leads_back(window, page):
    assert page.isVisible()
    assert not any(part.isVisible() for part in (window.walls, window.side, window.round, window.strips[0]))
    click(window.stage_buttons["Form"])  # the present one
    handled()
    assert not page.isVisible()
    assert window.walls.isVisible()
    assert window.strips[0].isVisible()


def test_recent_portraits_have_their_pictures_and_open(window, page, qtbot, tmp_path):
    anna, gone, broken = page.recent
    assert anna.isEnabled()
    assert not gone.isEnabled()
    assert "not there any more" in gone.toolTip()
    picture = anna.icon().pixmap(100, 100).toImage()
    colours = {picture.pixelColor(x, y).name() for x in range(0, 100, 5) for y in range(0, 100, 5)}
    assert len(colours) > 20
    click(broken)
    qtbot.waitUntil(lambda: "broken" in window.status.message.text(), timeout=8000)
    assert page.isVisible()  # nothing is lost by it
    click(anna)
    qtbot.waitUntil(lambda: window.documents.path == tmp_path / "anna.yewfinch", timeout=15000)
    assert not page.isVisible()


def test_a_ball_of_clay_is_modelled_at_once(window, page, qtbot):
    click(page.ways["ball"])
    handled()
    p = window.bench.portrait
    assert list(p.pieces) == ["clay"]
    assert window.bench.stage == "Form"
    assert not page.isVisible()
    middle = window.viewport.rect().center()
    before = p.surface("clay").positions.copy()
    QTest.mousePress(window.viewport, Qt.MouseButton.LeftButton, pos=middle)
    QTest.mouseMove(window.viewport, middle + (window.viewport.rect().bottomRight() - middle) / 12)
    QTest.mouseRelease(window.viewport, Qt.MouseButton.LeftButton, pos=middle)
    qtbot.waitUntil(lambda: (p.surface("clay").positions != before).any(), timeout=5000)


def test_a_base_head_the_demo_and_photos(window, page, monkeypatch):
    click(page.ways["figure"])
    handled()
    assert window.bench.stage == "Block"
    assert window.panel("Base head").isVisible()
    window.actions_table["start"].run()
    asked = []
    monkeypatch.setattr("PyQt6.QtWidgets.QFileDialog.getOpenFileNames", lambda *a, **k: (asked.append(a), ([], ""))[1])
    click(page.ways["photos"])
    assert window.bench.stage == "Sitter"
    assert asked
    window.actions_table["start"].run()
    click(page.ways["demo"])
    handled()
    assert len(window.bench.portrait.sitter.photos) == 5
    assert not page.isVisible()


def test_who_wants_to_keep_unsaved_work_stays(window, page):
    window.settle = lambda: False
    here = window.bench.portrait
    for key in ("photos", "figure", "ball", "demo"):
        click(page.ways[key])
    assert window.bench.portrait is here
    assert page.isVisible()


def test_a_ball_of_clay_is_round_and_closed():
    (piece,) = ball_of_clay().pieces.values()
    low, high = piece.surface.bounds()
    assert high - low == pytest.approx([180, 180, 180], abs=1.0)
    assert 15_000 < len(piece.surface) < 60_000
