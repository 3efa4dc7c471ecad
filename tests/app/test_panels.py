"""Panels and model: change one, look at the other, both ways."""

import numpy as np
import pytest
from PyQt6.QtCore import QPoint, QPointF, Qt
from PyQt6.QtGui import QWheelEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QToolButton

from tests.app.hands import drag, handled
from tools.parts import marking
from yewfinch.core.anatomy.lore.landmarks import GUIDED, LANDMARKS
from yewfinch.core.document.verbs import marking as marks
from yewfinch.core.document.verbs import painting, pieces
from yewfinch.core.sitter.likeness import likeness


def test_tool_panel_shows_and_sets_the_tool(window):
    bench, panel = window.bench, window.tools[0]
    QTest.mouseClick(window.strips[0].buttons["crease"], Qt.MouseButton.LeftButton)
    assert bench.tools.tool_id == "crease"
    assert panel.title.text() == "Crease"
    panel.diameter.box.setValue(31.0)
    panel.strength.slider.setValue(800)
    panel.falloff.buttons["round"].click()
    panel.pen_size.click()
    s = bench.tools.settings
    assert (s.size, s.falloff, s.pressure_size) == (31.0, "round", True)
    assert s.strength == pytest.approx(0.80, abs=0.01)
    bench.tools.take("clay")
    assert panel.diameter.value() == bench.tools._settings["clay"].size
    bench.tools.take("crease")
    assert panel.diameter.value() == 31.0  # every tool keeps its own settings


def test_size_stays_within_its_limits(window):
    bench = window.bench
    bench.tools.change(size=1e9)
    assert bench.tools.settings.size == 300.0
    bench.tools.change(size=-4)
    assert bench.tools.settings.size == 0.5


def test_the_list_of_pieces_keeps_lines_that_look_as_before(window):
    portrait, tree = window.bench.portrait, window.panel("Pieces").tree
    window.bench.set_stage("Block")

    def lines():
        return {
            tree.topLevelItem(k).data(0, Qt.ItemDataRole.UserRole): tree.topLevelItem(k)
            for k in range(tree.topLevelItemCount())
        }

    def right():
        QApplication.processEvents()
        made = lines()
        assert list(made) == list(portrait.pieces)
        for key, item in made.items():
            assert item.text(0) == portrait.pieces[key].name and tree.itemWidget(item, 1) is not None

    right()
    head = lines()["head"]
    edit, key = pieces.duplicate(portrait, "head")
    portrait.perform(edit)
    right()
    assert lines()["head"] is head
    portrait.perform(pieces.rename(portrait, key, "Other"))
    right()
    portrait.perform(pieces.arrange(portrait, list(portrait.pieces)[::-1], {}))
    right()
    buttons = tree.itemWidget(lines()["head"], 1).findChildren(QToolButton)
    buttons[0].click()
    assert not portrait.pieces["head"].visible
    right()
    for _ in range(4):
        portrait.history.undo()
        right()
    assert key not in lines() and portrait.pieces["head"].visible


def test_pieces_panel_hides_and_locks_undoably(window):
    p = window.bench.portrait
    window.bench.set_stage("Block")

    def button(name):
        return next(b for b in window.panel("Pieces").findChildren(QToolButton) if b.accessibleName() == name)

    button("show or hide Head").click()
    assert not p.pieces["head"].visible
    QApplication.processEvents()
    button("lock or unlock Head").click()
    assert p.pieces["head"].locked
    assert p.history.names == ["Hide Head", "Lock Head"]
    QApplication.processEvents()
    button("remove Head").click()
    assert "head" in p.pieces  # locked
    window.undo()
    window.undo()
    assert p.pieces["head"].visible
    assert not p.pieces["head"].locked


def test_likeness_panel_lists_what_the_core_measures(window):
    p = window.bench.portrait
    window.panel("Likeness").refresh()
    result = likeness(p.landmarks(), p.sitter.solution, scaled=window.bench.standpoint.leaves_size_out())
    assert not window.bench.standpoint.leaves_size_out()  # an iris is measured on the front photo
    expected = result.offsets
    table = window.panel("Likeness").table
    assert table.rowCount() == len(expected) == 35
    assert table.item(0, 1).text() == f"{expected[0].size:.1f} mm"
    assert "mm" in window.panel("Likeness").figure.text()
    assert "the clay is" in table.item(0, 0).toolTip()
    sure = [o.significant for o in expected]
    assert sure == sorted(sure, reverse=True)  # those beyond doubt come first
    assert window.panel("Likeness").course.values[-1] == pytest.approx(result.overall)
    for part in ("eyes", "nose", "mouth", "ears", "jaw", "cranium"):
        assert part in window.panel("Likeness").parts.text()


def test_canon_panel_has_thirds_and_fifths_in_mm(window):
    text = window.panel("Canon: thirds and fifths").text.text()
    for word in ("Thirds", "Fifths", "hairline to brows", "between the eyes", "33 %", "20 %"):
        assert word in text


def test_landmark_panel_chooses_and_explains(window):
    bench, panel = window.bench, window.panel("Landmarks on the clay")
    index = panel.choice.findData("prn")
    panel.choice.setCurrentIndex(index)
    panel.choice.activated.emit(index)
    assert bench.selection.landmark == "prn"
    assert "pronasale" in panel.about.text()
    panel.show_all.click()
    assert bench.outlook.show_landmarks
    bench.selection.choose_landmark(None)
    assert panel.choice.currentIndex() == 0


def test_wall_says_how_well_each_photo_is_matched(window):
    cards = list(window.walls.cards.values())
    assert "85 mm" in cards[0].state.text()
    assert "fits 0." in cards[0].state.text()
    assert "direction ±" in cards[0].state.toolTip()
    assert cards[3].state.text() == "not marked yet"
    p = window.bench.portrait
    marks.set_mark(window.bench.portrait, cards[3].photo_id, "prn", (10, 10), "Mark nose tip")
    assert cards[3].state.text() == "1 marked, not solved"
    assert "changed" in cards[0].state.text()  # the solve is out of date
    window.undo()
    assert cards[3].state.text() == "not marked yet"
    assert p.history.position == 0


def test_a_click_on_an_unmatched_photo_opens_the_desk(window):
    card = list(window.walls.cards.values())[3]
    QTest.keyClick(card, Qt.Key.Key_Return)
    assert window.pages.page("desk").isVisible()
    assert window.pages.page("desk").photo_id == card.photo_id
    window.pages.page("desk").close_button.click()
    assert window.viewport.isVisible()


def test_a_photo_without_standpoint_cannot_be_stood_at(window):
    window.bench.standpoint.take(window.bench.portrait.sitter.photos[3].id)
    assert window.bench.standpoint.photo_id is None
    assert "no standpoint yet" in window.status.message.text()


def test_the_desk_guides_from_landmark_to_landmark(window):
    photo = window.bench.portrait.sitter.photos[3]
    marking(window).mark(photo.id)
    desk = window.pages.page("desk")
    assert desk.current == GUIDED[0]
    desk.skip.click()
    assert desk.current == GUIDED[1]
    desk.back.click()
    desk.back.click()
    assert desk.current == list(LANDMARKS)[-1] or desk.current not in GUIDED[:2]
    desk.choose(GUIDED[0])
    assert "sitter's own left" in desk.definition.text()
    assert not desk.guide.pixmap().isNull()
    desk.put(GUIDED[0], (400, 500))
    assert desk.current == GUIDED[1]
    desk.list.itemClicked.emit(desk.list.item(4))
    assert desk.current == GUIDED[4]


def test_the_desk_zooms_to_the_cursor_and_keeps_marks_in_place(window, qtbot):
    photo = window.bench.portrait.sitter.photos[0]
    marking(window).mark(photo.id)
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    canvas = window.pages.page("desk").canvas
    at = canvas.to_widget(*photo.marks["prn"])
    event = QWheelEvent(
        at, QPointF(canvas.mapToGlobal(at.toPoint())), QPoint(), QPoint(0, 360), Qt.MouseButton.NoButton,
        Qt.KeyboardModifier.NoModifier, Qt.ScrollPhase.NoScrollPhase, False,
    )  # fmt: skip
    wide = canvas.box().width()
    QApplication.sendEvent(canvas, event)
    assert canvas.box().width() == pytest.approx(wide * 1.2**3, rel=1e-3)
    again = canvas.to_widget(*photo.marks["prn"])
    assert (again - at).manhattanLength() < 1.0
    x, y = canvas.to_photo(again)
    np.testing.assert_allclose((x, y), photo.marks["prn"], atol=1e-6)
    left = canvas.box().left()
    drag(canvas, [(50, 50), (90, 50)], Qt.MouseButton.RightButton)
    assert canvas.box().left() == pytest.approx(left + 40, abs=1)


def test_marks_stay_inside_the_photo(window, qtbot):
    photo = window.bench.portrait.sitter.photos[0]
    marking(window).mark(photo.id)
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    canvas = window.pages.page("desk").canvas
    spot = canvas.to_widget(*photo.marks["gn"])
    drag(canvas, [(spot.x(), spot.y()), (spot.x(), canvas.height() + 400)])
    x, y = window.bench.portrait.sitter.photos[0].marks["gn"]
    assert 0 <= x <= photo.width
    assert y == photo.height
    assert window.bench.standpoint.out_of_date()


def test_a_colour_is_taken_from_the_photo_on_the_desk(window, qtbot):
    photo = window.bench.portrait.sitter.photos[0]
    marking(window).mark(photo.id)
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    canvas = window.pages.page("desk").canvas
    spot = canvas.to_widget(photo.width * 0.5, photo.height * 0.97)
    QTest.mouseClick(canvas, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.AltModifier, spot.toPoint())
    assert max(window.bench.tools.rgb) < 140  # the dark pullover
    assert window.bench.portrait.history.names == []


def test_colour_sliders_and_hex_agree(window):
    bench, panel = window.bench, window.panel("Colour")
    bench.tools.set_colour((255, 0, 0))
    assert panel.hex.text() == "#ff0000"
    assert (panel.hue.value(), panel.saturation.value(), panel.lightness.value()) == (0, 100, 50)
    panel.hue.box.setValue(120)
    assert bench.tools.rgb == (0, 255, 0)
    panel.saturation.box.setValue(0)
    assert len(set(bench.tools.rgb)) == 1
    panel.saturation.box.setValue(100)
    assert bench.tools.rgb == (0, 255, 0)  # the hue is not lost on the way through grey
    panel.hex.setText("no colour")
    panel.hex.editingFinished.emit()
    assert bench.tools.rgb == (0, 255, 0)
    assert "written like" in window.status.message.text()


def test_status_line_says_where_the_pointer_is_and_what_is_open(window):
    x, y = window.viewport.camera().project(window.bench.portrait.landmark("prn"))[0]
    QTest.mouseMove(window.viewport, QPoint(5, 5))
    window.viewport.hover(QPointF(float(x), float(y)))
    text = window.status.place.text()
    assert text.startswith("Head:")
    assert "mm forward" in text
    window.viewport.hover(QPointF(3, 3))
    assert window.status.place.text() == ""
    assert "vertices" in window.status.state.text()
    assert "symmetry on" in window.status.state.text()
    window.bench.tools.set_symmetry(False)
    assert "symmetry off" in window.status.state.text()


def test_the_round_shows_every_side_after_a_stroke(window, qtbot):
    qtbot.waitUntil(lambda: not window.round._queue, timeout=8000)
    before = {n: b.icon().pixmap(76, 62).toImage() for n, b in window.round.buttons.items()}
    assert all(not i.isNull() for i in before.values())
    assert before["front"] != before["profile-left"]
    window.bench.portrait.perform(painting.fill(window.bench.portrait, "head", (20, 60, 200)))
    handled()
    qtbot.waitUntil(lambda: not window.round._queue, timeout=8000)
    for name, button in window.round.buttons.items():
        assert button.icon().pixmap(76, 62).toImage() != before[name], name


def test_the_dark_variant_and_back(window):
    from yewfinch.app.kit import theme

    window.toggle_dark()
    assert theme.palette() is theme.DARK
    window.toggle_dark()
    assert theme.palette() is theme.BRIGHT


def test_menus_hold_every_action_and_follow_the_rules(window):
    titles = [m.title() for m in window.menuBar().actions() and [a.menu() for a in window.menuBar().actions()]]
    assert titles == ["File", "Edit", "Tools", "View", "Help"]
    window.menus._rules()
    assert not window.menus.items["undo"].isEnabled()
    assert not window.menus.items["wipe"].isEnabled()
    window.bench.portrait.perform(painting.fill(window.bench.portrait, "head", (1, 1, 1)))
    window.bench.standpoint.take("photo1")
    window.menus._rules()
    assert window.menus.items["undo"].isEnabled()
    assert window.menus.items["wipe"].isEnabled()
    window.menus._all_on()
    assert all(a.isEnabled() for a in window.menus.items.values())
