"""The bench at hand, by mouse and keys in the real window: strip, favourites, panels, find line, room for the clay."""

import numpy as np
import pytest
from PyQt6 import sip
from PyQt6.QtCore import QEvent, QPoint, QPointF, Qt
from PyQt6.QtGui import QEnterEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QToolButton, QToolTip

from tests.app.cut_texts import cut_off
from tests.app.hands import click, drag, handled, opened_panels, pen, second_button
from yewfinch.app.shell.inspector import MORE
from yewfinch.core.document.verbs import painting
from yewfinch.core.sculpt.tool_spec import GROUPS
from yewfinch.core.sculpt.toolbox import tool, tools
from yewfinch.core.session.bench import STAGES
from yewfinch.core.session.settings import Settings

pytestmark = pytest.mark.first_start


@pytest.fixture
def strip(window):
    window.bench.set_stage("Form")
    handled()
    return window.strips[0]


def press(w, key, mods=Qt.KeyboardModifier.NoModifier):
    QTest.keyClick(w.viewport, key, mods)
    handled()


def opened(w):
    return [t for t, f in w.inspector.folds.items() if not f.isHidden() and f.button.isChecked()]


# --- strip -------------------------------------------------------------------------------


def test_every_tool_says_what_it_is_for_and_each_working_stage_has_a_few():
    for spec in tools():
        assert spec.group in GROUPS
        assert set(spec.first) <= set(STAGES)
    for stage in ("Block", "Form", "Features", "Skin"):
        assert 5 <= sum(stage in spec.first for spec in tools()) <= 14, stage


def test_the_strip_shows_the_stage_s_tools_in_groups_and_the_one_in_hand(window, strip):
    def shown():
        return {t for t, b in strip.buttons.items() if b.isVisible()}

    assert shown() == {t.id for t in tools() if "Form" in t.first}
    tops = [
        strip.buttons[t.id].mapTo(strip, QPoint()).y()
        for g in GROUPS
        for t in tools()
        if t.group == g and t.id in shown()
    ]
    assert tops == sorted(tops)
    assert max(tops) + 40 <= strip.height()  # all of them, without scrolling
    click(strip.buttons["swell"])
    assert window.bench.tools.tool_id == "swell"
    assert strip.buttons["swell"].isChecked()
    window.bench.tools.take("gloss")  # one that this stage does not use first
    assert "gloss" in shown()
    window.bench.set_stage("Skin")
    handled()
    assert "paint" in shown()
    assert "crease" not in shown()
    for stage in ("Sitter", "Show"):
        window.bench.set_stage(stage)
        handled()
        assert not strip.isVisible()
        assert not window.tools[0].isVisible()


def test_the_name_shows_at_once_under_the_pointer(window, strip):
    button = strip.buttons["crease"]
    at = QPointF(20, 20)
    QApplication.sendEvent(button, QEnterEvent(at, at, QPointF(button.mapToGlobal(QPoint(20, 20)))))
    assert QToolTip.isVisible()
    assert tool("crease").title in QToolTip.text()
    assert tool("crease").hint in QToolTip.text()
    assert f"{tool('crease').key}, 4" in QToolTip.text()
    QToolTip.hideText()


def test_a_second_click_opens_the_settings_beside_the_tool(window, strip):
    click(strip.buttons["smooth"])
    assert strip.settings is None
    click(strip.buttons["smooth"])
    popup = strip.settings
    assert popup.isVisible()
    assert popup.panel.title.text() == "Smooth"
    left = popup.mapToGlobal(QPoint()).x() - strip.buttons["smooth"].mapToGlobal(QPoint()).x()
    assert 40 <= left < 80
    popup.panel.strength.changed.emit(33.0)
    assert window.bench.tools.settings.strength == pytest.approx(0.33)
    popup.close()
    QTest.mouseClick(strip.buttons["move"], Qt.MouseButton.RightButton)  # as the pen's button does
    assert strip.settings.isVisible()
    assert window.bench.tools.tool_id == "move"
    strip.settings.close()
    window.bench.tools.change(size=33.0)  # nothing of a closed popup listens


def test_all_tools_are_one_click_away(window, strip):
    click(strip.more)
    sheet = strip.sheet
    assert sheet.isVisible()
    assert set(sheet.buttons) == {t.id for t in tools()}
    for button in sheet.buttons.values():
        assert button.fontMetrics().horizontalAdvance(button.text()) + 40 <= button.width(), button.text()
    click(sheet.buttons["towards_state"])
    assert window.bench.tools.tool_id == "towards_state"
    assert strip.buttons["towards_state"].isVisible()


def test_number_keys_take_favourites_and_ctrl_puts_them_there(window, strip):
    press(window, Qt.Key.Key_2)
    assert window.bench.tools.tool_id == "move"
    press(window, Qt.Key.Key_1)
    assert window.bench.tools.tool_id == "clay"
    window.bench.tools.take("polish")
    press(window, Qt.Key.Key_2, Qt.KeyboardModifier.ControlModifier)
    assert window.settings.favourites[1] == "polish"
    window.bench.tools.take("clay")
    press(window, Qt.Key.Key_2)
    assert window.bench.tools.tool_id == "polish"
    press(window, Qt.Key.Key_9, Qt.KeyboardModifier.ControlModifier)  # on another key it leaves the first
    assert window.settings.favourites[1] == ""
    assert window.settings.favourites[8] == "polish"
    window.bench.tools.take("clay")
    press(window, Qt.Key.Key_2)
    assert window.bench.tools.tool_id == "clay"
    assert "Ctrl+2" in window.status.message.text()


def test_a_favourite_is_put_in_the_strip_too(window, strip):
    strip.open_settings("clay")
    window.bench.tools.take("twist")
    strip.open_settings("twist")
    popup = strip.settings
    assert popup.favourite.text() == "Put on a number key"
    popup.favourite.menu().actions()[4].trigger()
    assert window.settings.favourites[4] == "twist"
    assert strip.buttons["twist"].favourites.number_of("twist") == 5
    popup.close()


# --- tool in hand and panels -------------------------------------------------------------


def test_the_tool_in_hand_is_compact_until_more_is_wanted(window, strip):
    panel = window.tools[0]
    assert panel.diameter.isVisible()
    assert panel.strength.isVisible()
    assert not panel.falloff.isVisible()
    assert window.hand.height() < 130
    click(panel.more)
    assert panel.falloff.isVisible()
    assert panel.pen_size.isVisible()
    assert window.settings.arrangement.tool_folded is False


def test_each_stage_has_at_most_seven_panels_and_they_fit(window, qtbot):
    assert (window.width(), window.height()) == (1280, 800)
    for stage in STAGES:
        window.bench.set_stage(stage)
        handled()
        own = [p.title for p in window.inspector._panels.values() if stage in p.stages]
        assert 3 <= len(own) <= 7, stage
        for title in own:
            window.inspector.folds[title].button.setChecked(False)
        bar = window.inspector.verticalScrollBar()
        qtbot.waitUntil(lambda b=bar: b.maximum() == 0, timeout=3000)  # all headings in sight
        assert all(window.inspector.folds[t].isVisible() for t in own)


def test_one_panel_is_open_at_a_time_unless_it_is_pinned(window, strip):
    folds = window.inspector.folds
    assert opened(window) == ["Levels"]
    click(folds["Form layers"].button)
    assert opened(window) == ["Form layers"]
    click(folds["Form layers"].pin)
    click(folds["Likeness"].button)
    assert set(opened(window)) == {"Form layers", "Likeness"}
    click(folds["Pieces"].button)
    assert set(opened(window)) == {"Form layers", "Pieces"}
    click(folds["Form layers"].pin)
    click(folds["Levels"].button)
    assert opened(window) == ["Levels"]
    click(folds["Levels"].button)
    assert opened(window) == []


def test_what_is_open_is_remembered_for_each_stage(window, strip):
    click(window.inspector.folds["Pieces"].button)
    window.bench.set_stage("Features")
    handled()
    assert opened(window) == ["Eyes"]
    click(window.inspector.folds["Lips"].button)
    window.bench.set_stage("Form")
    handled()
    assert opened(window) == ["Pieces"]
    window.bench.set_stage("Features")
    handled()
    assert opened(window) == ["Lips"]
    assert window.settings.arrangement.opened["Form"] == ["Pieces"]


def test_the_rest_stands_behind_one_row(window, strip):
    inspector = window.inspector
    assert not inspector.folds["Section"].isVisible()
    others = [t for t in inspector.titles() if "Form" in inspector._panels[t].more]
    assert inspector.more.text() == f"More panels ({len(others)})"
    click(inspector.more)
    assert all(inspector.folds[t].isVisible() for t in others)
    click(inspector.folds["Section"].button)
    assert opened(window) == ["Section"]
    assert MORE in window.settings.arrangement.opened["Form"]
    handled()
    top = inspector.folds["Section"].mapTo(inspector.viewport(), QPoint()).y()
    assert 0 <= top < inspector.viewport().height() - 60


def test_a_panel_floats_in_a_window_and_comes_back(window, strip):
    fold = window.inspector.folds["Levels"]
    body = fold.body
    click(fold.out)
    handled()
    assert body.window() is not window
    assert body.isVisible()
    assert fold.is_away
    click(window.inspector.folds["Pieces"].button)  # it stays open in its window
    assert body.isVisible()
    body.window().close()
    handled()
    assert body.window() is window
    assert not fold.is_away
    click(fold.button) if not fold.button.isChecked() else None
    handled()
    assert body.isVisible()


def test_no_text_is_cut_off_in_any_panel(window, qtbot):
    w, seen = window, set()
    for stage in STAGES:
        for title, fold in opened_panels(w, stage, seen):
            assert cut_off(fold) == [], title
        assert cut_off(w.side) == [], stage
    assert seen == set(w.inspector.titles())


# --- find line ---------------------------------------------------------------------------


def find(w, text):
    QTest.keyClick(w.viewport, Qt.Key.Key_K, Qt.KeyboardModifier.ControlModifier)
    handled()
    assert w.find_line.isVisible()
    QTest.keyClicks(w.find_line.line, text)
    handled()
    return w.find_line


def test_a_tool_a_panel_and_a_command_are_found_and_done(window, strip):
    line = find(window, "polish")
    assert line.titles()[0] == "Polish"
    QTest.keyClick(line.line, Qt.Key.Key_Return)
    assert window.bench.tools.tool_id == "polish"
    assert not line.isVisible()
    line = find(window, "thin pa")
    QTest.keyClick(line.line, Qt.Key.Key_Return)
    handled()
    assert opened(window) == ["Thin parts"]
    assert window.panel("Thin parts").isVisible()
    line = find(window, "complexion")
    assert line.titles()[0] == "Complexion"
    QTest.keyClick(line.line, Qt.Key.Key_Return)
    handled()
    assert window.bench.stage == "Skin"  # the stage that has it
    assert window.panel("Complexion").isVisible()
    before = window.bench.outlook.view.orthographic
    QTest.keyClick(find(window, "orthogr").line, Qt.Key.Key_Return)
    assert window.bench.outlook.view.orthographic != before


def test_arrows_choose_escape_leaves_and_the_latest_come_first(window, strip):
    line = find(window, "symm")
    first, second = line.titles()[:2]
    QTest.keyClick(line.line, Qt.Key.Key_Down)
    assert line.list.currentRow() == 1
    QTest.keyClick(line.line, Qt.Key.Key_Up)
    QTest.keyClick(line.line, Qt.Key.Key_Down)
    QTest.keyClick(line.line, Qt.Key.Key_Return)
    handled()
    line = find(window, "")
    assert line.titles() == [second]
    QTest.keyClick(line.line, Qt.Key.Key_Escape)
    assert not line.isVisible()
    line = find(window, "qqzzxx")
    assert line.titles() == []
    assert "Nothing is called like" in line.note.text()
    QTest.keyClick(line.line, Qt.Key.Key_Return)  # nothing to do, nothing breaks
    line.close()
    assert first != second


def test_photos_pieces_landmarks_and_help_are_found(window, strip):
    w = window
    photo = next(p for p in w.bench.portrait.sitter.photos if p.standpoint is not None)
    QTest.keyClick(find(w, photo.name).line, Qt.Key.Key_Return)
    assert w.bench.standpoint.photo_id == photo.id
    w.bench.standpoint.take(None)
    QTest.keyClick(find(w, "left eyeb").line, Qt.Key.Key_Return)
    assert w.bench.selection.piece_id == "left_eye" or "eye" in w.bench.selection.piece_id
    QTest.keyClick(find(w, "prn").line, Qt.Key.Key_Return)
    assert w.bench.selection.landmark == "prn"
    line = find(w, "the base head")
    assert "help page" in [t.kind for t, _ in line._all]
    row = next(i for i, r in enumerate(line._rows) if line._all[r][0].kind == "help page")
    line.list.setCurrentRow(row)
    line.choose()
    assert w.help.isVisible()
    assert w.help.text.toPlainText().startswith("The base head")
    w.help.close()


# --- room for the clay -------------------------------------------------------------------


@pytest.mark.parametrize(("key", "part"), [("F2", "wall"), ("F3", "strip"), ("F4", "round"), ("F5", "inspector")])
def test_each_part_folds_away_by_its_key_and_that_is_kept(window, strip, key, part):
    w = window
    shown = {"wall": w.walls, "strip": strip, "round": w.round, "inspector": w.side}
    size = w.viewport.width() * w.viewport.height()
    press(w, getattr(Qt.Key, f"Key_{key}"), Qt.KeyboardModifier.ShiftModifier)
    assert not shown[part].isVisible()
    assert all(v.isVisible() for k, v in shown.items() if k != part)
    assert w.viewport.width() * w.viewport.height() > size
    assert w.settings.arrangement.hidden == [part]
    w.bench.set_stage("Skin")
    handled()
    assert not shown[part].isVisible()
    press(w, getattr(Qt.Key, f"Key_{key}"), Qt.KeyboardModifier.ShiftModifier)
    assert all(v.isVisible() for v in shown.values())
    assert w.settings.arrangement.hidden == []


def test_only_the_clay_and_everything_again(window, strip):
    w = window
    w.viewport.setFocus()
    press(w, Qt.Key.Key_F2, Qt.KeyboardModifier.ShiftModifier)
    w.parts.toggle_all()
    handled()
    assert not any(part.isVisible() for part in (w.walls, strip, w.round, w.side))
    w.parts.toggle_all()
    handled()
    assert not w.walls.isVisible()  # folded away singly before
    assert strip.isVisible()
    assert w.side.isVisible()
    w.parts.toggle_all()
    press(w, Qt.Key.Key_F2, Qt.KeyboardModifier.ShiftModifier)  # the key brings back what it names
    assert w.walls.isVisible()


def test_stages_have_keys_of_their_own(window):
    press(window, Qt.Key.Key_5, Qt.KeyboardModifier.AltModifier)
    assert window.bench.stage == "Skin"
    press(window, Qt.Key.Key_3, Qt.KeyboardModifier.AltModifier)
    assert window.bench.stage == "Form"


def test_the_full_screen_and_back(window):
    window.toggle_full_screen()
    assert window.windowState() & Qt.WindowState.WindowFullScreen
    window.toggle_full_screen()
    assert not window.windowState() & Qt.WindowState.WindowFullScreen


def test_leaving_keeps_the_arrangement(window, strip):
    click(window.inspector.folds["Pieces"].button)
    QApplication.sendEvent(window, QEvent(QEvent.Type.None_))
    window.settle = lambda: True
    window.close()
    kept = type(window.settings).load()
    assert kept.arrangement.opened["Form"] == ["Pieces"]


def test_a_second_view_is_live_and_leads_there(window, strip, qtbot):
    w = window
    w.show_second_view()
    side = w.second_view.view
    qtbot.waitUntil(lambda: not side.image.isNull(), timeout=8000)
    before = side.image.copy()
    w.bench.portrait.perform(painting.fill(w.bench.portrait, "head", (20, 60, 200)))
    qtbot.waitUntil(lambda: side.image != before, timeout=8000)
    turn = side.view.turn
    drag(side, [(300, 300), (360, 300)])
    assert side.view.turn != turn
    QTest.mouseDClick(side, Qt.MouseButton.LeftButton, pos=QPoint(300, 300))
    assert w.bench.outlook.view.turn == pytest.approx(side.view.turn)
    w.second_view.close()
    w.show_second_view()
    assert w.second_view.isVisible()
    w.second_view.close()


def test_the_sitter_wall_goes_to_a_window_and_back(window, strip):
    w = window
    w.actions_table["wall_window"].run()
    handled()
    assert w.walls.window() is w.wall_window
    assert w.walls.isVisible()
    assert w.split.count() == 2
    w.wall_window.close()
    handled()
    assert w.walls.window() is w
    assert w.split.widget(0) is w.walls
    assert w.walls.isVisible()
    assert w.walls.width() < 300


# --- tray --------------------------------------------------------------------------------


@pytest.fixture
def tray(window, strip):
    """The tray, opened by a tap on the space bar over the clay."""
    middle = QPointF(window.viewport.width() / 2, window.viewport.height() / 2)
    window.viewport.pointer = middle
    window.viewport.setFocus()
    QTest.keyClick(window.viewport, Qt.Key.Key_Space)
    handled()
    (sheet,) = [w for w in QApplication.topLevelWidgets() if type(w).__name__ == "TraySheet" and w.isVisible()]
    yield sheet
    if not sip.isdeleted(sheet):
        sheet.close()


def test_the_tray_lies_round_the_cursor_with_the_favourites(window, tray):
    here = tray.pad.mapToGlobal(tray.pad.rect().center())
    there = window.viewport.mapToGlobal(window.viewport.rect().center())
    assert (here - there).manhattanLength() < 6
    assert tray.tools[1].accessibleName() == "Clay"
    assert tray.tools[1].isChecked()
    click(tray.tools[3])
    assert window.bench.tools.tool_id == "smooth"
    assert not tray.isVisible()


def test_dragging_in_the_tray_sets_size_and_strength(window, tray):
    tools_ = window.bench.tools
    size, strength = tools_.settings.size, tools_.settings.strength
    drag(tray.pad, [(29, 29), (59, 29), (89, 29)])  # 60 pixels to the right: twice as large
    assert tools_.settings.size == pytest.approx(2 * size, rel=0.02)
    assert tools_.settings.strength == pytest.approx(strength, abs=0.01)
    drag(tray.pad, [(29, 29), (29, 13)])
    assert tools_.settings.strength == pytest.approx(strength + 0.1, abs=0.01)
    assert tray.isVisible()
    tray.close()


def test_undo_and_symmetry_are_in_the_tray(window, tray):
    p = window.bench.portrait
    name = p.pieces["head"].name
    p.put_piece(p.pieces["head"].renamed("Another"), "Rename")
    click(tray.small["undo"])
    assert p.pieces["head"].name == name
    assert not tray.isVisible()


def test_symmetry_and_number_keys_in_the_tray(window, tray):
    QTest.keyClick(tray, Qt.Key.Key_4)
    assert window.bench.tools.tool_id == "crease"
    QTest.keyClick(window.viewport, Qt.Key.Key_Space)
    handled()
    (again,) = [w for w in QApplication.topLevelWidgets() if type(w).__name__ == "TraySheet" and w.isVisible()]
    click(again.small["symmetry"])
    assert window.bench.tools.symmetry is False


def test_a_pen_alone_opens_the_tray_takes_a_tool_and_paints_with_the_last_colour(window, strip, qtbot):
    w = window
    w.bench.set_stage("Skin")
    handled()
    w.bench.tools.take("paint")
    w.bench.tools.set_colour((120, 40, 30))
    middle = (w.viewport.width() / 2, w.viewport.height() / 2)
    pen(w.viewport, [middle, (middle[0] + 8, middle[1]), (middle[0] + 16, middle[1])], 0.7)
    qtbot.waitUntil(lambda: not w.viewport.busy)
    handled()
    w.bench.tools.set_colour((10, 200, 30))
    second_button(w.viewport, middle)
    handled()
    (sheet,) = [s for s in QApplication.topLevelWidgets() if type(s).__name__ == "TraySheet" and s.isVisible()]
    assert len(sheet.colours) == 1
    click(sheet.colours[0])
    assert w.bench.tools.rgb == (120, 40, 30)
    assert w.bench.tools.tool_id == "paint"


# --- variant and help --------------------------------------------------------------------


def test_icons_follow_the_variant_at_once(window, strip):
    def ink(icon):
        image = icon.pixmap(24, 24).toImage()
        inked = [image.pixelColor(x, y) for x in range(24) for y in range(24) if image.pixelColor(x, y).alpha() > 200]
        return np.mean([c.lightness() for c in inked])

    undo = next(b for b in window.findChildren(QToolButton) if b.accessibleName() == "Undo")
    bright, picture = ink(undo.icon()), strip.buttons["clay"].icon().pixmap(40, 40).toImage()
    window.toggle_dark()
    try:
        assert ink(undo.icon()) > bright + 80
        assert strip.buttons["clay"].icon().pixmap(40, 40).toImage() != picture
    finally:
        window.toggle_dark()
    assert ink(undo.icon()) == pytest.approx(bright, abs=1)


def test_every_panel_has_a_way_to_its_page_of_the_help(window, strip):
    for room in window.rooms.values():
        for panel in room.panels:
            assert room.help is not None, panel.title
    fold = window.inspector.folds["Levels"]
    assert fold.ask.isVisible()
    click(fold.ask)
    page = window.help.text
    assert "level" in page.toPlainText().lower()
    assert page.textCursor().selectedText() == "Levels"
    window.help.close()


def test_the_help_is_searched(window):
    window.show_help()
    h = window.help
    QTest.keyClicks(h.line, "eyeball")
    shown = [h.titles.item(i).text() for i in range(h.titles.count()) if not h.titles.item(i).isHidden()]
    assert 1 <= len(shown) < h.titles.count()
    assert f"On {len(shown)} pages." == h.note.text()
    assert h.text.textCursor().selectedText().lower() == "eyeball"
    first = h.text.textCursor().position()
    QTest.keyClick(h.line, Qt.Key.Key_Return)
    assert h.text.textCursor().selectedText().lower() == "eyeball"
    assert (h.text.textCursor().position(), h.titles.currentItem().text()) != (first, shown[0]) or len(shown) == 1
    h.line.clear()
    QTest.keyClicks(h.line, "qqxxzz")
    assert "No page has" in h.note.text()
    h.line.clear()
    assert not any(h.titles.item(i).isHidden() for i in range(h.titles.count()))
    h.close()


# --- windows for a second screen, help on what went wrong ------------------------------------------


def test_windows_for_a_second_screen_are_open_again_at_the_next_start(window):
    window.show_second_view()
    window.show_wall_window()
    handled()
    window.settle = lambda: True
    window.close()
    kept = Settings.load()
    assert kept.arrangement.windows == ["view", "wall"]
    window.second_view.hide()
    window.show()
    window.open_windows()
    handled()
    assert window.second_view.isVisible()
    assert window.wall_window.isVisible()
    window.wall_window.close()
    window.second_view.close()


@pytest.mark.parametrize(
    ("sentence", "page"),
    [
        ("This photo has too few marks yet.", "From photos to standpoints"),
        ("Nothing is masked. Paint with Mask (Q) where the shell is to be.", "Masks and turned parts"),
        ("The cut ends inside the clay, so it cannot be capped. Draw it a little differently.", "Cutting and outlines"),
        ("mine.yewfinch is damaged or no Yewfinch portrait.", "Files"),
    ],
)
def test_an_error_leads_to_the_page_of_the_help_that_is_about_it(window, sentence, page):
    window.bench.say(sentence, "error")
    handled()
    assert window.status.help.isVisible()
    click(window.status.help)
    handled()
    assert window.help.titles.currentItem().text() == page
    assert window.help.text.textCursor().hasSelection()
    window.help.close()
    window.bench.say("Undone: Clay.")
    assert not window.status.help.isVisible()
