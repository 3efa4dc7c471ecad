"""Colour layers in the window: begun, painted on with the mouse, weighed, masked, undone, saved and opened again."""

import numpy as np
import pytest
from PyQt6.QtCore import QPoint, QPointF, Qt
from PyQt6.QtGui import QColor, QDropEvent, QImage
from PyQt6.QtTest import QTest

from yewfinch.core.document.model.edits import Edit, FieldChange
from yewfinch.core.document.verbs import painting, swatches
from yewfinch.core.formats import container
from yewfinch.core.sculpt.stamps import own_stamps
from yewfinch.core.sculpt.stencil import Stencil
from yewfinch.core.session import autosave
from yewfinch.core.skin.colour_layers import alike

NONE = Qt.KeyboardModifier.NoModifier


@pytest.fixture
def room(window):
    window.bench.set_stage("Skin")
    window.bench.selection.choose("head")
    QTest.qWait(50)
    panel = window.panel("Colour layers")
    panel.grain.setValue(0.6)
    QTest.mouseClick(panel.begin_button, Qt.MouseButton.LeftButton)
    QTest.qWait(30)
    return window, panel


def place(window, key: str) -> QPoint:
    x, y = window.viewport.camera().project(window.bench.portrait.landmark(key)[None])[0]
    return QPoint(round(float(x)), round(float(y)))


def drag(window, start: QPoint, end: QPoint, modifier=Qt.KeyboardModifier.NoModifier, steps: int = 10) -> None:
    view = window.viewport
    QTest.mousePress(view, Qt.MouseButton.LeftButton, modifier, start)
    for t in np.linspace(0, 1, steps):
        QTest.mouseMove(
            view,
            QPoint(*(round(a + t * (b - a)) for a, b in zip((start.x(), start.y()), (end.x(), end.y()), strict=True))),
        )
        QTest.qWait(5)
    QTest.mouseRelease(view, Qt.MouseButton.LeftButton, modifier, end)
    QTest.qWait(30)


def head(window):
    return window.bench.portrait.pieces["head"]


def names(panel):
    out = []

    def walk(item, depth):
        out.append((depth, item.text(0)))
        for i in range(item.childCount()):
            walk(item.child(i), depth + 1)

    for i in range(panel.list.topLevelItemCount()):
        walk(panel.list.topLevelItem(i), 0)
    return out


def test_layers_are_begun_painted_on_weighed_and_taken_back(room, tmp_path):
    window, panel = room
    bench = window.bench
    assert names(panel) == [(0, "Paint"), (0, "Ground")]
    assert "samples" in panel.told.text()
    assert not panel.first.isVisible()
    first = head(window).painting.shown.copy()
    bench.tools.take("paint")
    bench.tools.set_colour((150, 40, 60))
    bench.tools.change(size=12.0, strength=1.0)
    start = place(window, "prn")
    before = window.viewport.grab().toImage().pixelColor(start).getRgb()
    drag(window, start, start + QPoint(14, 6))
    painted = head(window).painting.shown.copy()
    changed = (painted != first).any(axis=1)
    assert changed.sum() > 100
    assert head(window).painting["paint1"].sheet.at(np.flatnonzero(changed)[:1].astype(np.int32))[0, 3] > 0
    QTest.qWait(300)
    after = window.viewport.grab().toImage().pixelColor(start).getRgb()
    assert before != after  # it is seen in the picture
    # weighed by the dial: one step of the history
    steps = bench.portrait.history.position
    panel.opacity.box.setValue(50)
    QTest.qWait(60)
    panel.opacity.box.setValue(40)
    QTest.qWait(60)
    assert head(window).painting["paint1"].opacity == pytest.approx(0.4)
    assert bench.portrait.history.position == steps + 1
    half = head(window).painting.shown.astype(int)
    assert 0 < np.abs(half - first)[changed].max() < np.abs(painted.astype(int) - first)[changed].max()
    container.save(bench.portrait, tmp_path / "a.yewfinch")
    again = container.load(tmp_path / "a.yewfinch")
    assert alike(again.pieces["head"].painting.layers, head(window).painting.layers)
    QTest.keyClick(window.viewport, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    QTest.keyClick(window.viewport, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    np.testing.assert_array_equal(head(window).painting.shown, first)
    QTest.keyClick(window.viewport, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert head(window).painting is None
    panel.refresh()
    assert not panel.first.isHidden()


def test_layers_are_added_ordered_grouped_hidden_and_removed(room):
    window, panel = room
    for key in ("fill", "adjust", "group"):
        QTest.mouseClick(panel.buttons[key], Qt.MouseButton.LeftButton)
    assert [n for _, n in names(panel)] == ["Group", "Adjustment", "Fill", "Paint", "Ground"]
    panel.list.setCurrentItem(panel.list.topLevelItem(2))
    QTest.mouseClick(panel.buttons["into"], Qt.MouseButton.LeftButton)
    assert (1, "Fill") in names(panel)
    shown = head(window).painting.shown.copy()
    item = panel.list.topLevelItem(0)
    item.setCheckState(0, Qt.CheckState.Unchecked)
    assert (head(window).painting.shown != shown).any()
    window.bench.portrait.history.undo()
    panel.refresh()
    panel.list.topLevelItem(0).setText(0, "Warm")
    assert head(window).painting["group1"].name == "Warm"
    panel.list.setCurrentItem(panel.list.topLevelItem(0))
    QTest.mouseClick(panel.buttons["remove"], Qt.MouseButton.LeftButton)
    assert [n for _, n in names(panel)] == ["Adjustment", "Paint", "Ground"]
    panel.list.setCurrentItem(panel.list.topLevelItem(0))
    QTest.mouseClick(panel.buttons["down"], Qt.MouseButton.LeftButton)
    assert [n for _, n in names(panel)] == ["Paint", "Adjustment", "Ground"]
    QTest.mouseClick(panel.buttons["end"], Qt.MouseButton.LeftButton)
    assert head(window).painting is None


def test_a_layer_that_takes_no_paint_says_why(room):
    window, panel = room
    QTest.mouseClick(panel.buttons["pigment"], Qt.MouseButton.LeftButton)
    window.bench.tools.take("paint")
    start = place(window, "prn")
    steps = window.bench.portrait.history.position
    drag(window, start, start + QPoint(8, 0))
    assert window.bench.portrait.history.position == steps
    assert "Tint" in window.status.message.text()
    window.bench.tools.take("tint")
    drag(window, start, start + QPoint(8, 0))
    assert window.bench.portrait.history.position == steps + 1
    assert len(head(window).painting["pigment1"].sheet.leaves) > 0


def test_a_mask_is_taken_from_the_clay_and_painted_on(room):
    window, panel = room
    mask = window.panel("Layer mask and adjustment")
    QTest.mouseClick(panel.buttons["fill"], Qt.MouseButton.LeftButton)
    held = head(window)
    held.surface.mask[held.surface.positions[:, 0] > 0] = 255
    mask.refresh()
    mask.buttons["clay"].click()
    shown = head(window).painting.shown
    at = head(window).painting.grain.places(held.surface)
    rgb = window.bench.tools.rgb
    assert (shown[at[:, 0] < -8, :3] == rgb).all()
    assert not (shown[at[:, 0] > 8, :3] == rgb).all(axis=1).any()
    held.surface.mask[:] = 0
    mask.on_mask.click()
    assert window.bench.selection.on_colour_mask
    window.bench.tools.take("paint")
    window.bench.tools.set_colour((0, 0, 0))
    window.bench.tools.change(size=14.0, strength=1.0)
    window.bench.tools.set_symmetry(False)
    start = place(window, "al_r")
    drag(window, start, start + QPoint(-10, 0))
    near = np.linalg.norm(at - window.bench.portrait.landmark("al_r"), axis=1) < 3.0
    assert (head(window).painting["fill1"].mask.at(np.flatnonzero(near).astype(np.int32)) < 200).any()
    mask.buttons["none"].click()
    assert head(window).painting["fill1"].mask is None


def test_an_adjustment_is_dialled_live(room):
    window, panel = room
    mask = window.panel("Layer mask and adjustment")
    QTest.mouseClick(panel.buttons["adjust"], Qt.MouseButton.LeftButton)
    mask.refresh()
    first = head(window).painting.shown.copy()
    steps = window.bench.portrait.history.position
    mask.dials["saturation"].box.setValue(0)
    QTest.qWait(60)
    grey = head(window).painting.shown[:, :3].astype(int)
    assert np.ptp(grey, axis=1).max() <= 1
    assert window.bench.portrait.history.position == steps + 1
    window.bench.portrait.history.undo()
    np.testing.assert_array_equal(head(window).painting.shown, first)
    mask.refresh()
    mask.curve[1].box.setValue(15)
    QTest.qWait(60)
    assert head(window).painting.shown[:, :3].mean() > first[:, :3].mean() + 2
    window.bench.tools.set_colour((200, 180, 150))
    mask.balance.click()
    QTest.qWait(60)
    assert head(window).painting["adjust1"].adjustment.grey == pytest.approx((200 / 255, 180 / 255, 150 / 255))


def test_the_grain_is_changed_behind_a_dialog_and_taken_back(room):
    window, panel = room
    count = head(window).painting.grain.count
    panel.new_grain.setValue(2.0)
    panel.regrain.click()
    panel._worker.wait()
    QTest.qWait(150)
    assert head(window).painting.grain.count < count
    window.bench.portrait.history.undo()
    assert head(window).painting.grain.count == count


def test_a_colour_is_picked_from_the_samples(room):
    window, _ = room
    bench = window.bench
    bench.tools.take("paint")
    bench.tools.set_colour((33, 99, 160))
    bench.tools.change(size=10.0, strength=1.0)
    at = place(window, "prn")
    drag(window, at, at + QPoint(3, 0))
    bench.tools.set_colour((0, 0, 0))
    bench.set_mode("pick colour")
    QTest.mouseClick(window.viewport, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
    assert np.abs(np.subtract(bench.tools.rgb, (33, 99, 160))).max() <= 3
    assert painting.grain_in_mm(head(window)) < 0.8


def test_colours_are_kept_in_the_portrait(window, tmp_path):
    bench, row = window.bench, window.panel("Colour").swatches
    bench.tools.set_colour((12, 34, 56))
    QTest.mouseClick(row.keep, Qt.MouseButton.LeftButton)
    bench.tools.set_colour((200, 100, 50))
    QTest.mouseClick(row.keep, Qt.MouseButton.LeftButton)
    QTest.mouseClick(row.keep, Qt.MouseButton.LeftButton)  # twice is once
    assert bench.portrait.swatches == ((12, 34, 56), (200, 100, 50))
    QTest.mouseClick(row.squares[0], Qt.MouseButton.LeftButton)
    assert bench.tools.rgb == (12, 34, 56)
    container.save(bench.portrait, tmp_path / "a.yewfinch")
    assert container.load(tmp_path / "a.yewfinch").swatches == bench.portrait.swatches
    bench.portrait.perform(swatches.drop_swatch(bench.portrait, (12, 34, 56)))
    assert len(row.squares) == 1
    bench.portrait.history.undo()
    assert len(row.squares) == 2


def done(panel) -> None:
    panel._worker.wait(180_000)
    QTest.qWait(100)


def test_the_whole_job_from_complexion_to_a_map_and_back(window, tmp_path):
    """A complexion, photos without their light, a seam masked, mottling in three colours, saved, opened, exported."""
    import trimesh

    bench = window.bench
    bench.set_stage("Skin")
    bench.selection.choose("head")
    panel = window.panel("Colour layers")
    panel.grain.setValue(1.2)
    panel.begin_button.click()
    complexion = window.panel("Complexion")
    complexion.dials["tone"].set_value(45)
    complexion.dials["beard"].set_value(30)
    complexion.lay.click()
    done(complexion)
    panel.refresh()
    assert "Complexion" in [n for _, n in names(panel)]
    assert (1, "Freckles") in names(panel)
    photos = window.panel("Photos onto the skin")
    assert photos.photos.count() == 4  # three solved ones, and all of them
    photos.lay.click()
    done(photos)
    panel.refresh()
    assert [n for _, n in names(panel)][:3] == ["Photo front", "Photo three-quarter", "Photo profile"]
    with_photos = head(window).painting.shown.copy()
    panel.list.setCurrentItem(panel.list.topLevelItem(1))
    mask = window.panel("Layer mask and adjustment")
    held = head(window)
    held.surface.mask[held.surface.positions[:, 1] < bench.portrait.landmark("gn")[1]] = 255  # below the chin
    mask.refresh()
    mask.buttons["clay"].click()
    held.surface.mask[:] = 0
    assert (head(window).painting.shown != with_photos).any()
    QTest.mouseClick(panel.buttons["paint"], Qt.MouseButton.LeftButton)
    bench.tools.take("mottle")
    bench.tools.change(size=20.0, strength=0.6)
    start = place(window, "prn")
    before = head(window).painting.shown.copy()
    for rgb, far in (((120, 70, 130), 20), ((180, 60, 60), 30), ((205, 160, 70), 40)):
        bench.tools.set_colour(rgb)
        drag(window, start + QPoint(0, far - 30), start + QPoint(25, far - 30))
    assert (head(window).painting.shown != before).any(axis=1).sum() > 50
    # a mole cloned away, nostrils darkened, lips painted, roughness on lips and nose
    at = head(window).painting.grain.places(held.surface)
    bench.tools.take("clone_colour")
    cheek = place(window, "zy_l") + QPoint(-25, 30)
    QTest.mouseClick(window.viewport, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.ControlModifier, cheek)
    before = head(window).painting.shown.copy()
    drag(window, cheek + QPoint(-20, 0), cheek + QPoint(-16, 0))
    assert (head(window).painting.shown != before).any()
    bench.tools.take("lighten")
    bench.tools.change(size=6.0, strength=0.8)
    before = head(window).painting.shown.copy()
    for dx in (-7, 7):
        at_nostril = place(window, "sn") + QPoint(dx, 0)
        QTest.mouseClick(window.viewport, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.ControlModifier, at_nostril)
    changed = (head(window).painting.shown != before).any(axis=1)
    assert head(window).painting.shown[changed, :3].mean() < before[changed, :3].mean() - 5
    values = window.panel("Roughness, wetness, height")
    values.ticks["roughness"].click()
    values.dials["roughness"].box.setValue(20)
    bench.tools.take("paint")
    bench.tools.set_colour((170, 80, 78))
    bench.tools.change(size=8.0, strength=1.0, falloff="even")
    drag(window, place(window, "ls") + QPoint(-14, 2), place(window, "ls") + QPoint(14, 2))
    values.ticks["colour"].click()
    before = head(window).painting.shown.copy()
    drag(window, place(window, "prn") + QPoint(-5, 0), place(window, "prn") + QPoint(5, 0))
    np.testing.assert_array_equal(head(window).painting.shown, before)
    for key in ("ls", "prn"):
        near = np.linalg.norm(at - bench.portrait.landmark(key), axis=1) < 3.0
        assert (head(window).painting.looks[near, 0] == 51).mean() > 0.4, key
    container.save(bench.portrait, tmp_path / "job.yewfinch")
    again = container.load(tmp_path / "job.yewfinch")
    assert alike(again.pieces["head"].painting.layers, head(window).painting.layers)
    assert window.documents.export_file(tmp_path / "job.glb").wait()
    mesh = trimesh.load(tmp_path / "job.glb", process=False).geometry["Head"]
    rough = np.asarray(mesh.visual.material.metallicRoughnessTexture)[..., 1]
    assert (rough == 51).sum() > 200
    assert np.ptp(np.asarray(mesh.visual.material.normalTexture)[..., 0]) > 20  # pores
    assert mesh.visual.material.baseColorTexture.size[0] >= 1024
    maps = window.panel("Colour map")
    maps.write_to(tmp_path / "job.png")
    done(maps)
    assert (tmp_path / "job.png").exists()
    maps.take_from(tmp_path / "job.png")
    done(maps)
    panel.refresh()
    assert names(panel)[0][1] == "job"
    steps = bench.portrait.history.position
    for _ in range(steps):
        bench.portrait.history.undo()
    assert head(window).painting is None


def test_values_are_laid_on_taken_away_and_seen_alone(room):
    window, _ = room
    values = window.panel("Roughness, wetness, height")
    assert "colour only" in values.head.text()
    values.ticks["wetness"].click()
    values.dials["wetness"].box.setValue(80)
    values.buttons["all"].click()
    assert (head(window).painting.looks[:, 2] == 204).all()
    assert "wetness" in values.head.text()
    values.shown.setCurrentIndex(values.shown.findData("wetness"))
    values.shown.activated.emit(values.shown.currentIndex())
    QTest.qWait(400)
    picture = window.viewport.grab().toImage()
    middle = picture.pixelColor(picture.width() // 2, picture.height() // 2)
    assert max(abs(middle.red() - 204), abs(middle.blue() - 204)) <= 2
    window.bench.outlook.set_looking(alone="")
    values.buttons["away"].click()
    assert head(window).painting.looks is None
    values.buttons["away"].click()
    assert "none of what is ticked" in window.status.message.text()
    window.bench.portrait.history.undo()
    assert (head(window).painting.looks[:, 2] == 204).all()
    values.ticks["height"].click()
    values.dials["height"].box.setValue(0.3)
    values.buttons["all"].click()
    before = head(window).surface.positions.copy()
    values.buttons["form"].click()
    moved = np.linalg.norm(head(window).surface.positions - before, axis=1)
    assert np.median(moved) == pytest.approx(0.3, abs=0.01)
    assert head(window).painting.height is None


def test_a_mask_is_made_of_what_faces_the_view_or_has_a_colour(room):
    window, panel = room
    mask = window.panel("Layer mask and adjustment")
    QTest.mouseClick(panel.buttons["fill"], Qt.MouseButton.LeftButton)
    mask.refresh()
    at = head(window).painting.grain.places(head(window).surface)
    mask.source.setCurrentText("Facing the view")
    assert mask.amount.value() == 60
    mask.made.click()
    held = head(window).painting["fill1"].mask.dense()[:, 0]
    nose = np.linalg.norm(at - window.bench.portrait.landmark("prn"), axis=1) < 4
    assert held[nose].mean() > 180
    assert held[at[:, 2] < at[:, 2].min() + 10].max() == 0  # the back of the head
    mask.source.setCurrentText("Near the last press")
    mask.made.click()
    assert "Press on the clay first" in window.status.message.text()
    window.bench.tools.take("paint")
    panel.list.setCurrentItem(panel.list.topLevelItem(1))
    start = place(window, "prn")
    drag(window, start, start + QPoint(2, 0))
    mask.amount.box.setValue(15)
    mask.made.click()
    held = head(window).painting["paint1"].mask.dense()[:, 0]
    assert held[nose].min() > 100
    assert held[np.linalg.norm(at - window.bench.portrait.landmark("prn"), axis=1) > 20].max() == 0


def test_a_layer_is_dragged_into_a_group_and_out(room):
    window, panel = room
    QTest.mouseClick(panel.buttons["group"], Qt.MouseButton.LeftButton)
    tree = panel.list

    def item(name: str):
        return tree.findItems(name, Qt.MatchFlag.MatchExactly | Qt.MatchFlag.MatchRecursive)[0]

    def drop(dragged: str, target: str, part: float) -> None:
        tree.setCurrentItem(item(dragged))
        box = tree.visualItemRect(item(target))
        at = QPointF(box.left() + 30, box.top() + part * box.height())
        data = tree.mimeData([item(dragged)])
        how = Qt.DropAction.MoveAction, data, Qt.MouseButton.LeftButton, NONE
        assert item(dragged).flags() & Qt.ItemFlag.ItemIsDragEnabled
        tree.dropEvent(QDropEvent(at, *how))  # a drag of the window system cannot be acted here
        QTest.qWait(20)

    drop("Paint", "Group", 0.5)
    assert names(panel) == [(0, "Group"), (1, "Paint"), (0, "Ground")]
    drop("Paint", "Ground", 0.95)
    assert names(panel) == [(0, "Group"), (0, "Ground"), (0, "Paint")]
    window.bench.portrait.history.undo()
    window.bench.portrait.history.undo()
    panel.refresh()
    assert names(panel) == [(0, "Group"), (0, "Paint"), (0, "Ground")]


def test_the_colour_of_one_layer_is_taken(room):
    window, _ = room
    bench = window.bench
    bench.tools.take("paint")
    bench.tools.set_colour((30, 90, 160))
    bench.tools.change(size=14.0, strength=0.4, falloff="even")
    start = place(window, "prn")
    drag(window, start, start + QPoint(6, 0))
    colour = window.panel("Colour")
    bench.tools.set_colour((1, 2, 3))
    colour.layer.click()
    QTest.mouseClick(window.viewport, Qt.MouseButton.LeftButton, NONE, place(window, "gn") + QPoint(0, 30))
    assert "no paint there" in window.status.message.text()
    QTest.mouseClick(window.viewport, Qt.MouseButton.LeftButton, NONE, start + QPoint(3, 0))
    assert bench.tools.rgb == (30, 90, 160)  # not what is seen, which is mixed with what lies below
    assert bench.mode == "tool"


def test_paint_is_recovered_after_a_kill(room, qtbot, tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path))
    window, _ = room
    window.bench.tools.take("paint")
    start = place(window, "prn")
    drag(window, start, start + QPoint(12, 0))
    window.documents.autosave()
    qtbot.waitUntil(lambda: window.documents._autosave.folder is not None, timeout=5000)
    window.documents.autosave_now()  # waits for what is being written
    window.documents._autosave.abandon()
    (left,) = autosave.left_behind()
    found = left.load()[0]
    assert alike(found.pieces["head"].painting.layers, head(window).painting.layers)
    assert (found.pieces["head"].painting["paint1"].sheet.dense()[:, 3] > 0).any()
    found.history.close()


def test_layers_go_to_a_paint_program_and_back(room, tmp_path):
    window, panel = room
    maps = window.panel("Colour map")
    panel.grain.setValue(2.0)
    window.bench.tools.take("paint")
    start = place(window, "prn")
    drag(window, start, start + QPoint(10, 0))
    before = head(window).painting.shown.copy()
    maps.side.setCurrentIndex(maps.side.findData(1024))
    maps.write_layers(tmp_path / "skin.ora")
    done(maps)
    assert "2 layers" in window.status.message.text()
    maps.take_layers(tmp_path / "skin.ora")
    done(maps)
    panel.refresh()
    assert names(panel)[:3] == [(0, "From skin"), (1, "Paint"), (1, "Ground")]
    near = np.abs(head(window).painting.shown.astype(int) - before).max(axis=1)
    assert (near <= 6).mean() > 0.97
    window.bench.portrait.history.undo()
    np.testing.assert_array_equal(head(window).painting.shown, before)
    maps.buttons["flat"].click()
    done(maps)
    assert "has texture places already" in window.status.message.text()


def test_a_picture_is_laid_through_the_stencil(room, tmp_path):
    window, panel = room
    photos = window.panel("Photos onto the skin")
    picture = QImage(60, 60, QImage.Format.Format_RGB32)
    picture.fill(QColor(20, 160, 90))
    picture.save(str(tmp_path / "leaf.png"))
    photos.lay_picture(tmp_path / "leaf.png")
    done(photos)
    assert "stencil" in window.status.message.text()
    stencil = Stencil(own_stamps()[0]).changed(width=0.2)
    window.bench.portrait.perform(Edit("Stencil", (FieldChange("stencil", None, stencil),)))
    photos.lay_picture(tmp_path / "leaf.png")
    done(photos)
    panel.refresh()
    assert names(panel)[0] == (0, "leaf")
    painted = head(window).painting.layers[0].sheet.dense()
    inside = painted[:, 3] > 200
    assert inside.any()
    assert np.abs(painted[inside, :3].astype(int) - (20, 160, 90)).max() <= 1
    at = head(window).painting.grain.places(head(window).surface)
    assert at[inside, 2].min() > 0.0  # the front alone
