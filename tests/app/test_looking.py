"""Overlays, fringes, arrows, the round, four views, sheets, photos on the clay, proportions."""

import numpy as np
import pytest
from PIL import Image
from PyQt6.QtCore import QPoint, QPointF, Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, clay_picture, drag, handled, line, view_picture
from tools.parts import doer
from yewfinch.core.document.verbs import painting
from yewfinch.core.session.standpoint_state import OVERLAYS


@pytest.fixture
def standing(window, qtbot):
    window.bench.standpoint.take("photo2")
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    window.bench.outlook.set_show_fringes(False)
    handled()
    return window


def test_every_overlay_shows_something_of_its_own(standing):
    bench, seen = standing.bench, {}
    bench.standpoint.set_overlay(opacity=1.0)
    for mode in OVERLAYS:
        assert bench.standpoint.overlay.mode == mode
        seen[mode] = view_picture(standing)
        QTest.keyClick(standing.viewport, Qt.Key.Key_G)
    assert bench.standpoint.overlay.mode == "photo"
    modes = list(seen)
    for i, a in enumerate(modes):
        for b in modes[i + 1 :]:
            assert np.abs(seen[a] - seen[b]).mean() > 0.5
    assert seen["difference"].mean() < seen["photo"].mean() - 20  # alike is dark
    assert np.abs(seen["outline"] - seen["photo"]).mean() < 6  # the photo with a line


def test_a_turned_wipe_parts_photo_and_clay(standing, qtbot):
    bench, v = standing.bench, standing.viewport
    clay_only, photo_only = {}, {}
    bench.standpoint.set_overlay(opacity=0.0)
    clay_only = view_picture(standing)
    bench.standpoint.set_overlay(opacity=1.0)
    photo_only = view_picture(standing)
    bench.standpoint.set_overlay(wipe=0.5, angle=90.0)
    parted = view_picture(standing)
    box = v.standpoint.box()
    x = int(box.center().x()) + 25
    up, down = int(box.center().y()) - 120, int(box.center().y()) + 120
    assert np.abs(parted[up, x] - photo_only[up, x]).max() < 4
    assert np.abs(parted[down, x] - clay_only[down, x]).max() < 4
    # the level line is dragged up
    at = v.standpoint.wipe_point()
    drag(v, line((at.x() + 150, at.y()), (at.x() + 150, at.y() - 200), 5))
    assert bench.standpoint.overlay.wipe == pytest.approx(0.5 - 200 / box.height(), abs=0.02)
    parted = view_picture(standing)
    assert np.abs(parted[up, x] - clay_only[up, x]).max() < 4


def test_fringes_show_and_are_listed_and_follow_a_stroke(standing, qtbot):
    bench = standing.bench
    plain = view_picture(standing)
    QTest.keyClick(standing.viewport, Qt.Key.Key_F)
    assert bench.outlook.show_fringes
    handled()
    assert np.abs(view_picture(standing) - plain).mean() > 0.05
    fringes = standing.panel("Outlines and lines").fringes
    gap = next(g for g in fringes.standing if g.key == "face_outline")
    before = gap.rms
    bench.set_stage("Features")
    standing.panel("Outlines and lines").refresh()
    rows = {(g.key, g.photo) for g in standing.panel("Outlines and lines").rows}
    assert ("face_outline", "photo2") in rows
    assert ("lip_upper", "photo1") in rows
    # push the clay in at the outline's worst spot: the fringe follows after the stroke
    i = gap.worst
    x, y = standing.viewport.standpoint.point(bench.standpoint.photo(), gap.clay[i])
    bench.tools.take("move")
    bench.tools.change(size=40.0)
    way = gap.clay[i] - gap.drawn[i]
    way = way / np.linalg.norm(way) * 18
    drag(standing.viewport, line((x + way[0], y + way[1]), (x + 2 * way[0], y + 2 * way[1]), 5))
    qtbot.waitUntil(lambda: next(g for g in fringes.standing if g.key == "face_outline").rms != before, timeout=4000)
    standing.panel("Outlines and lines").table.cellClicked.emit(0, 0)
    assert bench.standpoint.photo_id == standing.panel("Outlines and lines").rows[0].photo


def test_maps_are_kept_while_the_clay_lies_still(window, qtbot):
    fringes, bench = window.panel("Outlines and lines").fringes, window.bench
    fringes.everything()
    maps = {k: m for k, (_, m) in fringes._maps.items()}
    assert set(maps) == {"photo2", "photo3"}
    drawn = {k: m.drawn for k, m in maps.items()}
    s = bench.portrait.surface("head")
    rows = s.rows_in_ball(bench.portrait.landmark("prn"), 1.0)
    bench.portrait.rows_written("head", "positions", s.set_rows(rows, s.positions[rows] + np.float32([0, 0, 0.5])))
    fringes.everything()
    for key, made in maps.items():
        assert fringes._maps[key][1] is made  # no map was thrown away for a hair's breadth
        assert made.drawn - drawn[key] < 0.2 * drawn[key]
    bench.standpoint.take("photo3")
    fringes.refresh()
    there = fringes._maps["photo3"][1]
    fringes.everything()
    fringes.refresh()
    assert fringes._maps["photo3"][1] is there  # the fringe and the list share one map
    assert fringes._maps["photo2"][1] is maps["photo2"]


def test_arrows_point_to_the_sitter(window):
    plain = view_picture(window)
    QTest.keyClick(window.viewport, Qt.Key.Key_J)
    assert window.bench.outlook.show_arrows
    assert np.abs(view_picture(window) - plain).mean() > 0.05
    assert window.panel("Likeness").arrows.isChecked()


def test_a_photo_lies_on_the_clay(window, qtbot):
    bench = window.bench
    plain = view_picture(window)
    panel = window.panel("Photo on the clay")
    panel.choice.setCurrentIndex(panel.choice.findData("photo1"))
    panel.choice.activated.emit(panel.choice.currentIndex())
    panel.strength.setValue(100)
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    one = view_picture(window)
    assert np.abs(one - plain).mean() > 2
    corner = np.abs(one[5:40, 5:40] - plain[5:40, 5:40])
    assert corner.max() < 3  # only the clay is covered
    bench.standpoint.set_projection("*", 1.0)
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    bench.outlook.set_view(bench.outlook.view.turned(-60, 0))
    assert np.abs(view_picture(window) - one).mean() > 1
    bench.standpoint.set_projection(None)
    bench.outlook.set_view(bench.outlook.view.turned(0, 0))
    assert np.abs(view_picture(window) - plain).mean() < 0.5


def test_the_round_takes_directions_and_photos(window, qtbot):
    strip = window.round
    assert "front" in strip.buttons
    menu = {a.text(): a for a in strip.menu().actions()}
    menu["photo 'profile'"].toggle()
    menu["from above"].toggle()
    assert "above" not in strip.buttons
    assert list(strip.buttons)[-1] == "photo:profile"
    qtbot.waitUntil(lambda: not strip.buttons["photo:profile"].icon().isNull(), timeout=6000)
    strip.buttons["photo:profile"].click()
    assert window.bench.standpoint.photo_id == "photo3"
    assert window.settings.round[-1] == "photo:profile"
    window.walls.remove("photo3")
    assert "photo:profile" not in strip.buttons
    window.undo()
    assert "photo:profile" in strip.buttons


@pytest.mark.parametrize("extent", [(1280, 800)])
def test_four_views_are_live(window, qtbot):
    QTest.keyClick(window.viewport, Qt.Key.Key_V)
    views = window.side_views
    qtbot.waitUntil(lambda: all(not s.image.isNull() for s in views), timeout=6000)
    assert window.width() == 1280
    before = views[0].image.copy()
    drag(views[0], [(50, 50), (90, 60)])
    assert views[0].view.turn != 40
    turned = views[0].image.copy()
    assert turned != before
    s = window.bench.portrait.surface("head")
    bench = window.bench
    bench.portrait.perform(painting.fill(bench.portrait, "head", (30, 80, 200)))
    qtbot.waitUntil(lambda: views[0].image != turned, timeout=6000)
    QTest.mouseDClick(views[1], Qt.MouseButton.LeftButton, pos=views[1].rect().center())
    assert bench.outlook.view.turn == pytest.approx(90)
    QTest.keyClick(window.viewport, Qt.Key.Key_V)
    assert not views[0].isVisible()
    assert len(s) > 0


def test_design_sheets_lie_behind_the_clay_and_fit_each_other(window, qtbot, tmp_path):
    bench, panel = window.bench, window.panel("Design sheets")
    for name, shade in (("front.png", (250, 240, 60)), ("side.png", (60, 240, 250))):
        Image.new("RGB", (300, 400), shade).save(tmp_path / name)
    bench.set_stage("Block")
    assert panel.add(tmp_path / "front.png")
    handled()  # it is painted once before its picture has come
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    assert bench.outlook.view.orthographic
    sheet = window.rooms["design_sheets"].pictures[0].sheet()
    assert sheet.direction == "front"
    left, top, width, height = sheet.box(window.viewport.camera())
    picture = view_picture(window)
    assert np.abs(picture[int(top + height / 2), int(left + 6)] - (250, 240, 60)).max() < 8
    panel.mark.click()
    for y in (100, 350):
        spot = QPointF(left + width / 2, top + y / 400 * height)
        QTest.mouseClick(window.viewport, Qt.MouseButton.LeftButton, pos=spot.toPoint())
    assert bench.mode == "tool"
    first = bench.portrait.sitter.sheets[0]
    assert [m[1] for m in first.marks] == pytest.approx([100, 350], abs=2)
    assert panel.add(tmp_path / "side.png")
    handled()
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    side = window.rooms["design_sheets"].pictures[0].sheet()
    assert side.direction == "profile-left"
    left, top, width, height = side.box(window.viewport.camera())
    panel.mark.click()
    for y in (60, 160):
        spot = QPointF(left + width / 2, top + y / 400 * height)
        QTest.mouseClick(window.viewport, Qt.MouseButton.LeftButton, pos=spot.toPoint())
    panel.fit.click()
    a, b = bench.portrait.sitter.sheets
    assert b.heights() == pytest.approx(a.heights(), abs=1e-6)
    assert b.scale == pytest.approx(a.scale * 2.5, rel=0.05)
    bench.outlook.set_view(bench.outlook.view.turned(30, 0))
    assert window.rooms["design_sheets"].pictures[0].sheet() is None
    window.documents.save(tmp_path / "s.yewfinch").wait()
    assert window.documents.open(tmp_path / "s.yewfinch").wait()
    assert bench.portrait.sitter.sheets == (a, b)
    (tmp_path / "no.png").write_text("no drawing")
    assert not panel.add(tmp_path / "no.png")


def test_proportions_stand_side_by_side_and_rules_are_kept(window, qtbot, tmp_path):
    bench, panel = window.bench, window.panel("Proportions")
    panel.refresh()
    row = next(r for r in panel.rows if r.measure.key == "mouth_width")
    assert row.sitter == pytest.approx(60.7, abs=2)  # of the hidden head that was photographed
    assert row.clay == pytest.approx(53.6, abs=1)
    assert row.significant
    assert row.norm_text == "52 (4) mm"
    sure = [r.significant for r in panel.rows]
    assert sure == sorted(sure, reverse=True)  # beyond doubt first
    panel.table.cellClicked.emit(panel.rows.index(row), 0)
    assert bench.selection.landmark in ("ch_l", "ch_r")
    assert bench.standpoint.photo_id is not None
    bench.standpoint.take(None)
    panel.group.setCurrentIndex(panel.group.findData("own"))
    panel.refresh()
    maker = panel.maker
    for box, key in zip(maker.choices, ("ch_l", "ch_r", "p_l", "p_r"), strict=True):
        box.setCurrentIndex(box.findData(key))
    maker.title.setText("mouth as wide as the pupils")
    maker.ideal.setText("one")
    maker.add_button.click()
    assert "'one' is no number" in window.status.message.text()
    maker.ideal.setText("0,9")
    maker.add_button.click()
    assert bench.portrait.rules[0].ideal == 0.9
    panel.refresh()
    assert panel.rows[0].clay == pytest.approx(53.6 / 64.6, abs=0.02)
    assert panel.rows[0].norm_text == "0.9"
    window.documents.save(tmp_path / "r.yewfinch").wait()
    assert window.documents.open(tmp_path / "r.yewfinch").wait()
    assert bench.portrait.rules[0].title == "mouth as wide as the pupils"
    panel.refresh()
    panel.table.setCurrentCell(0, 0)
    panel.remove.click()
    assert bench.portrait.rules == ()


def test_a_known_distance_sets_the_size(window, qtbot):
    bench, panel = window.bench, window.panel("The sitter")
    panel.known_size.measure.setCurrentText("between the outer eye corners")
    panel.known_size.mm.setValue(95.0)
    panel.known_size.add_known()
    assert bench.standpoint.out_of_date()
    assert "changed" in panel.state.text()
    QTest.keyClick(window, Qt.Key.Key_Return, Qt.KeyboardModifier.ControlModifier)
    qtbot.waitUntil(lambda: not doer(window, "solve").busy(), timeout=30000)
    found = bench.portrait.sitter.solution
    ends = [found.points[found.index(k)] for k in ("ex_l", "ex_r")]
    assert np.linalg.norm(ends[0] - ends[1]) == pytest.approx(95, abs=0.7)
    assert found.scale_spread < 0.013
    assert not bench.standpoint.leaves_size_out()  # with a measured distance, size counts
    window.panel("Likeness").refresh()
    assert "too" in window.panel("Likeness").figure.text()
    window.panel("Likeness").sizeless.click()
    assert bench.standpoint.leaves_size_out()
    kind = panel.person.kind
    kind.setCurrentIndex(kind.findData("man"))
    kind.activated.emit(kind.currentIndex())
    assert bench.portrait.sitter.kind == "man"


def test_gloss_is_painted_seen_saved_and_undone(window, qtbot, tmp_path):
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    QTest.keyClick(w.viewport, Qt.Key.Key_G, Qt.KeyboardModifier.ShiftModifier)
    assert w.bench.tools.tool_id == "gloss" and w.tools[0].options["gloss"].isVisible()
    w.bench.tools.change(size=40.0, strength=1.0, roughness=0.15, falloff="even")
    surface = portrait.surface("head")
    plain = surface.roughness.copy()
    w.viewport.picture.spoil()
    handled()
    before = clay_picture(w).astype(int)
    x, y = at_landmark(w, "g")
    drag(w.viewport, line((x - 30, y - 30), (x + 30, y - 34), 12))
    handled()
    after = clay_picture(w).astype(int)
    assert surface.roughness.min() == 38  # 15 %
    brighter = (after - before).max(axis=2) > 25
    ratio = w.viewport.devicePixelRatioF()
    near = np.argwhere(brighter)
    assert len(near) > 20  # a highlight, there and nowhere else
    assert np.abs(near.mean(axis=0) - np.array([y - 32, x]) * ratio).max() < 70 * ratio
    w.viewport.picture.spoil()
    handled()
    np.testing.assert_allclose(clay_picture(w), after, atol=1)  # the part drawn is what all of it shows
    w.documents.save(tmp_path / "a.yewfinch").wait()
    w.undo()
    np.testing.assert_array_equal(surface.roughness, plain)
    w.documents.open(tmp_path / "a.yewfinch").wait()
    qtbot.waitUntil(lambda: w.bench.portrait is not portrait)
    assert w.bench.portrait.surface("head").roughness.min() == 38


@pytest.mark.parametrize("extent", [(1280, 800)])
def test_a_slow_machine_shows_a_rough_picture_at_once_and_a_full_one_when_all_rests(window, qtbot):
    w, picture = window, window.viewport.picture
    clay_picture(w)
    drawn = []
    draw = w.viewport.renderer.draw
    w.viewport.renderer.draw = lambda *a, **k: (
        drawn.append((w.viewport.renderer.quick, k.get("part"))),
        draw(*a, **k),
    )[1]
    picture._pace = picture._tile_pace = 1.0
    picture.spoil()
    qtbot.waitUntil(lambda: bool(drawn))
    assert drawn[0] == (True, None) and not picture.full
    rough = picture.canvas.size
    w.viewport.glass.take_hold()
    shown = picture.canvas.shown().astype(int)
    full = clay_picture(w).astype(int)
    tiles = [p for quick, p in drawn[1:] if p is not None and p[2:] != (0, 0)]
    assert len(tiles) > 2 and not any(quick for quick, p in drawn if p is not None)
    assert sum(p[2] * p[3] for p in tiles) == rough[0] * rough[1]  # all of it, nothing twice
    off = np.abs(full - shown).max(axis=2)
    assert (off > 8).any() and (off > 30).mean() < 0.05
    picture._pace = 0.0  # as a graphics card has it
    picture.spoil()
    handled()
    assert picture.full
    np.testing.assert_allclose(clay_picture(w), full, atol=1)


def test_the_old_picture_stays_until_much_new_clay_can_be_drawn(window, qtbot, monkeypatch):
    from yewfinch.app.view import clay_picture as module
    from yewfinch.core.document.verbs import pieces
    from yewfinch.render import scene

    w, picture = window, window.viewport.picture
    clay_picture(w)
    picture._pace = picture._tile_pace = 1.0
    for place in (module, scene):
        monkeypatch.setattr(place, "COARSENED", 1000)
    drawn = []
    draw = w.viewport.renderer.draw
    w.viewport.renderer.draw = lambda *a, **k: (drawn.append(len(w.viewport.renderer._pieces)), draw(*a, **k))[1]
    portrait = w.bench.portrait
    portrait.perform(pieces.mirror(portrait, "head")[0])
    w.viewport.repaint()  # for whatever reason: what came just now is not drawn in the same breath
    assert not drawn
    qtbot.waitUntil(lambda: bool(drawn), timeout=10000)
    assert drawn[0] == len(portrait.pieces)
    qtbot.waitUntil(lambda: picture.full, timeout=20000)


def test_work_goes_on_before_a_rough_picture_is_filled(window, qtbot):
    w, picture = window, window.viewport.picture
    w.bench.set_stage("Form")
    clay_picture(w)
    picture._pace = picture._tile_pace = 1.0
    x, y = at_landmark(w, "g")
    w.viewport.zoom(1.02, QPointF(x, y))
    QTest.mousePress(w.viewport, Qt.MouseButton.LeftButton, pos=QPoint(round(x), round(y)))
    for k in range(8):
        QTest.mouseMove(w.viewport, QPoint(round(x) + 4 * k, round(y)))
        handled()
    assert not picture.full  # no tile came between the hand and the clay
    QTest.mouseRelease(w.viewport, Qt.MouseButton.LeftButton, pos=QPoint(round(x) + 28, round(y)))
    after = clay_picture(w)
    picture.spoil()
    np.testing.assert_allclose(clay_picture(w), after, atol=1)


def test_what_a_stroke_touches_is_drawn_roughly_and_in_full_when_the_hand_rests(window):
    w, picture = window, window.viewport.picture
    w.bench.set_stage("Form")
    w.bench.tools.change(size=30.0)
    before = clay_picture(w).astype(int)
    picture._pace = picture._tile_pace = 1.0
    drawn = []
    draw = w.viewport.renderer.draw
    w.viewport.renderer.draw = lambda *a, **k: (
        drawn.append((w.viewport.renderer.quick, w.viewport.renderer.fine, k.get("part"))),
        draw(*a, **k),
    )[1]
    x, y = at_landmark(w, "g")
    drag(w.viewport, line((x - 20, y - 20), (x + 20, y - 24), 8))
    assert (True, True) in {
        d[:2] for d in drawn if d[2] is not None
    } and not picture.full  # all faces, one sample a pixel
    drawn.clear()
    after = clay_picture(w)
    full = [part for quick, _, part in drawn if part is not None]
    assert full and not any(quick for quick, _, _ in drawn)
    whole = picture.canvas.size
    assert sum(p[2] * p[3] for p in full) < 0.5 * whole[0] * whole[1]  # what was touched, no more
    assert np.abs(after.astype(int) - before).max() > 20
    picture.spoil()
    np.testing.assert_allclose(clay_picture(w), after, atol=1)
