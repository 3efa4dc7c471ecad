"""The desk's pages: certainty, lines, scale, drawings, frame; and the wall's own doings."""

import numpy as np
import pytest
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtTest import QTest

from tests.app.hands import drag, handled, line, view_picture
from tools.parts import marking
from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.document.verbs import marking as marks
from yewfinch.core.formats import container
from yewfinch.core.sitter.framing import framing
from yewfinch.core.sitter.photo import DRAWINGS


@pytest.fixture
def desk(window, qtbot):
    marking(window).mark(window.bench.portrait.sitter.photos[4].id)
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    return window.pages.page("desk")


def photo(desk):
    return desk.bench.portrait.sitter.photo(desk.photo_id)


def click(desk, x, y):
    at = desk.canvas.to_widget(x, y)
    QTest.mouseClick(desk.canvas, Qt.MouseButton.LeftButton, pos=at.toPoint())


def test_certainty_is_clear_guessed_or_hidden(desk, window):
    desk.choose("en_l")
    desk.put("en_l", (400.0, 500.0), advance=False)
    desk.certain["guessed"].click()
    assert photo(desk).certainty == {"en_l": "guessed"}
    assert "◐" in desk.list.item(0).text()
    desk.choose("en_r")
    desk.certain["hidden"].click()
    assert photo(desk).certainty["en_r"] == "hidden"
    assert desk.current not in ("en_r", "en_l")  # a hidden one is passed over
    assert "en_r" not in photo(desk).usable()
    desk.put("en_r", (300.0, 500.0), advance=False)
    assert "en_r" not in photo(desk).certainty  # placing it says that it is seen
    for _ in range(4):
        window.undo()
    assert photo(desk).certainty == {}
    assert photo(desk).marks == {}


def test_a_line_is_drawn_point_by_point(desk, window):
    desk.mode_buttons["lines"].click()
    desk.choose_curve("lip_upper")
    for x, y in ((400, 800), (500, 780), (600, 800)):
        click(desk, x, y)
    assert len(photo(desk).curves["lip_upper"]) == 3
    np.testing.assert_allclose(photo(desk).curves["lip_upper"], [(400, 800), (500, 780), (600, 800)], atol=3)
    click(desk, 450, 790)  # on the line: a point between
    assert len(photo(desk).curves["lip_upper"]) == 4
    assert photo(desk).curves["lip_upper"][1][0] == pytest.approx(450, abs=4)
    at = desk.canvas.to_widget(600, 800)
    drag(desk.canvas, [(at.x(), at.y()), (at.x() + 10, at.y() + 5)])
    assert photo(desk).curves["lip_upper"][-1][0] > 610
    QTest.keyClick(desk.canvas, Qt.Key.Key_Left)
    assert photo(desk).curves["lip_upper"][-1][0] == pytest.approx(600 + 10 / desk.canvas.scale() - 1, abs=3)
    QTest.keyClick(desk.canvas, Qt.Key.Key_Delete)
    assert len(photo(desk).curves["lip_upper"]) == 3
    QTest.keyClick(desk.canvas, Qt.Key.Key_Return)
    assert desk.curve == list(CURVES)[list(CURVES).index("lip_upper") + 1]
    assert "●" in desk.lines_page.list.item(list(CURVES).index("lip_upper")).text()
    assert window.bench.portrait.history.names[0] == "Draw upper lip border"


def test_an_iris_is_measured_by_a_drag(desk, window):
    desk.mode_buttons["scale"].click()
    a, b = desk.canvas.to_widget(400, 500), desk.canvas.to_widget(460, 500)
    drag(desk.canvas, line((a.x(), a.y()), (b.x(), b.y()), 4))
    x1, _, x2, _ = photo(desk).spans["iris_l"]
    assert x2 - x1 == pytest.approx(60, abs=2)
    assert "60 px" in desk.scale_page.list.item(0).text() or "59" in desk.scale_page.list.item(0).text()
    desk.scale_page.gone.click()
    assert photo(desk).spans == {}
    window.undo()
    assert "iris_l" in photo(desk).spans


def test_everything_can_be_drawn_hidden_and_removed(desk, window):
    desk.mode_buttons["draw"].click()
    page = desk.draw_page
    for number, kind in enumerate(DRAWINGS):
        page.kind.setCurrentIndex(page.kind.findData(kind))
        page.kind.activated.emit(page.kind.currentIndex())
        drag(desk.canvas, line((120, 120), (220, 260), 9))
        made = photo(desk).drawings[-1]
        assert made.kind == kind
        assert len(made.points) == (2 if kind in ("guide", "thirds", "fifths") else len(made.points))
        assert len(made.points) >= 2
        desk.canvas.grab()  # it can be painted
        page.list.item(0).setCheckState(Qt.CheckState.Unchecked)
        assert not photo(desk).drawings[0].visible
        page.list.setCurrentRow(0)
        page.gone.click()
        assert photo(desk).drawings == ()
        assert len(window.bench.portrait.history.names) == 3 * (number + 1)


def test_turn_and_crop_keep_marks_and_standpoint(desk, window, qtbot, tmp_path):
    bench = window.bench
    marking(window).mark("photo1")
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    before = photo(desk)
    desk.mode_buttons["crop"].click()
    desk.frame_page.sliders["lean"].setValue(60)
    assert photo(desk).turn == pytest.approx(6.0)
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    drag(desk.canvas, line((140, 160), (360, 420), 5))
    after = photo(desk)
    assert after.crop is not None
    assert after.marks == before.marks
    assert after.standpoint == before.standpoint
    assert not bench.standpoint.out_of_date()
    # marking the cropped photo puts marks where they belong in the whole one
    desk.mode_buttons["landmarks"].click()
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    spot = desk.canvas.to_widget(*after.marks["prn"])
    assert desk.canvas.box().contains(spot)
    np.testing.assert_allclose(desk.canvas.to_photo(spot), after.marks["prn"], atol=1e-6)
    # standing there, the clay's landmarks lie where the framed photo shows them
    window.pages.back_to_clay()
    bench.standpoint.take("photo1")
    v = window.viewport
    whole = bench.standpoint.alignment.camera(after.standpoint.camera()).project(bench.portrait.landmark("sn"))[0]
    np.testing.assert_allclose(
        v.camera().project(bench.portrait.landmark("sn"))[0], v.standpoint.point(after, whole), atol=1e-6
    )
    frame = framing(after)
    assert v.standpoint.box().width() / v.standpoint.box().height() == pytest.approx(frame.width / frame.height)
    window.documents.save(tmp_path / "a.yewfinch").wait()
    assert container.load(tmp_path / "a.yewfinch").sitter.photos[0] == after


def test_exposure_and_warmth_change_only_the_look(desk, window, qtbot):
    desk.mode_buttons["crop"].click()
    plain = desk.canvas.image.pixelColor(40, 40)
    desk.frame_page.sliders["exposure"].setValue(15)
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    assert desk.canvas.image.pixelColor(40, 40).lightness() > plain.lightness() + 10
    data = window.bench.portrait.sitter.files[photo(desk).file]
    window.undo()
    assert window.bench.portrait.sitter.files[photo(desk).file] is data
    desk.frame_page.cut.click()
    assert photo(desk).cut
    assert window.bench.standpoint.out_of_date()  # a cut-out is solved differently


def test_the_expected_place_is_painted_with_its_uncertainty(desk, window, qtbot):
    marking(window).mark("photo1", "prn")
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    with_it = desk.canvas.grab().toImage()
    solution = window.bench.portrait.sitter.solution
    at = window.bench.portrait.sitter.photos[0].standpoint.camera().project(solution.points[solution.index("prn")])[0]
    spot = desk.canvas.to_widget(*at)
    mark = desk.canvas.to_widget(*window.bench.portrait.sitter.photos[0].marks["prn"])
    assert (QPointF(spot) - mark).manhattanLength() < 6
    desk.set_mode("draw")
    without = desk.canvas.grab().toImage()
    assert with_it != without


def test_photos_are_named_noted_tagged_and_ordered(window, qtbot):
    from yewfinch.app.rooms.sitter.photo_details import PhotoDetails

    wall, p = window.walls, window.bench.portrait
    ids = [x.id for x in p.sitter.photos]
    wall.details(ids[4])
    dialog = window.findChild(PhotoDetails)
    dialog.name.setText("front")
    dialog.accept()
    assert "Another photo is called 'front'" in dialog.problem.text()
    dialog.name.setText("near")
    dialog.note.setPlainText("too near, wide nose")
    dialog.tags.setText("#smile window")
    dialog.lens.setValue(28.0)
    dialog.accept()
    photo = p.sitter.photo(ids[4])
    assert (photo.name, photo.note, photo.tags, photo.lens) == (
        "near",
        "too near, wide nose",
        ("smile", "window"),
        28.0,
    )
    assert "#smile" in wall.cards[ids[4]].note.text()
    QTest.keyClick(wall.cards[ids[4]], Qt.Key.Key_Up, Qt.KeyboardModifier.AltModifier)
    assert [x.id for x in p.sitter.photos] == [*ids[:3], ids[4], ids[3]]
    assert list(wall.cards) == [x.id for x in p.sitter.photos]
    window.undo()
    window.undo()
    assert p.sitter.photo(ids[4]).name == "close-up"
    assert [x.id for x in p.sitter.photos] == ids


def test_a_photo_floats_in_its_own_window(window, qtbot):
    window.walls.menu_of("photo2").actions()[1].trigger()
    floating = window.walls.floats[-1]
    qtbot.waitUntil(lambda: floating.isVisible() and not window.photos.busy(), timeout=8000)
    assert "three-quarter" in floating.windowTitle()
    picture = floating.grab().toImage()
    assert picture.pixelColor(picture.width() // 2, picture.height() // 2).lightness() > 60
    drag(floating, [(100, 100), (140, 120)])
    assert floating.shift == QPointF(40, 20)
    floating.activateWindow()
    floating.setFocus()
    qtbot.waitUntil(floating.isActiveWindow, timeout=4000)
    QTest.keyClick(floating, Qt.Key.Key_Home)
    assert floating.shift == QPointF(0, 0)
    QTest.keyClick(floating, Qt.Key.Key_Escape)
    qtbot.waitUntil(lambda: not any(f.isVisible() for f in window.walls.floats if f is not floating), timeout=2000)


def test_a_photo_fills_the_wall(window, qtbot):
    wall = window.walls
    wall.menu_of("photo1").actions()[2].trigger()
    assert wall.pane is not None
    assert not wall._area.isVisible()
    handled()
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    picture = wall.pane.grab().toImage()
    assert picture.pixelColor(picture.width() // 2, picture.height() // 2).red() > 120  # a face
    drag(wall.pane, [(50, 50), (70, 90)])
    assert wall.pane.shift == QPointF(20, 40)
    QTest.keyClick(wall.pane, Qt.Key.Key_Escape)
    assert wall.pane is None
    assert wall._area.isVisible()
    wall.fill("photo1")
    wall.remove("photo1")
    assert wall.pane is None
    window.undo()
    assert "photo1" in wall.cards


def test_drawings_lie_over_the_clay_while_standing_there(window, qtbot):
    from dataclasses import replace

    from yewfinch.core.sitter.photo import Drawing

    bench = window.bench
    bench.standpoint.take("photo1")
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    handled()
    plain = view_picture(window)
    drawing = Drawing("rhythm", ((300.0, 200.0), (500.0, 700.0), (600.0, 1200.0)), "#ff0000")
    marks.change_photo(bench.portrait, replace(bench.portrait.sitter.photos[0], drawings=(drawing,)), "Draw")
    assert np.abs(view_picture(window) - plain).max() > 100


def test_one_click_shows_the_desk_anew_once(desk, window, monkeypatch):
    count = []
    shown = type(desk).refresh
    monkeypatch.setattr(type(desk), "refresh", lambda self: (count.append(1), shown(self)))
    desk.choose("prn")
    count.clear()
    click(desk, 500, 600)
    assert "prn" in photo(desk).marks
    assert count == [1]
    desk.certain["guessed"].click()
    assert count == [1, 1]
    window.undo()  # somebody else's change is shown, too
    assert count == [1, 1, 1]
