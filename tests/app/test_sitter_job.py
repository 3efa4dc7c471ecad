"""The sitter's whole job in the real window: drop, mark, solve, stand there, model, bring over, print."""

import json
import unicodedata
from pathlib import Path

import numpy as np
import pypdf
import pytest
from PIL import Image
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, drag, drop, line
from tools.parts import doer, marking
from yewfinch.core.document.verbs import marking as marks
from yewfinch.core.formats import container
from yewfinch.demo.demo_portrait import photo_file

CLICKS = Path(__file__).parent / "window_seat_clicks.json"


def settled(window, qtbot):
    qtbot.waitUntil(lambda: not doer(window, "solve").busy() and not window.photos.busy(), timeout=30000)


def test_the_whole_job(window, qtbot, tmp_path):
    bench, portrait = window.bench, window.bench.portrait
    # a photo comes by drop, in place of the one that hung there
    window.walls.remove(portrait.sitter.photos[3].id)
    drop(window.walls, photo_file("window-seat"))
    settled(window, qtbot)
    photo = portrait.sitter.photos[-1]
    assert photo.name == "window-seat"
    assert photo.lens is None

    # mark it by real clicks under the magnifier
    QTest.mouseClick(window.walls.cards[photo.id].mark, Qt.MouseButton.LeftButton)
    settled(window, qtbot)
    canvas = window.pages.page("desk").canvas
    for key, (u, v) in json.loads(CLICKS.read_text()).items():
        window.pages.page("desk").choose(key)
        spot = canvas.to_widget(u * photo.width, v * photo.height)
        drag(canvas, [(spot.x() + 1, spot.y() + 1), (spot.x(), spot.y())])
    QTest.keyClick(canvas, Qt.Key.Key_Return)
    qtbot.waitUntil(lambda: bench.standpoint.photo_id == photo.id, timeout=30000)
    assert not bench.standpoint.out_of_date()
    assert portrait.sitter.photo(photo.id).standpoint.lens == pytest.approx(210, rel=0.2)
    settled(window, qtbot)

    # wipe, at an angle
    v = window.viewport
    QTest.keyClick(v, Qt.Key.Key_W)
    assert bench.standpoint.overlay.wipe == 0.5
    middle = v.standpoint.wipe_point()
    drag(v, line((middle.x(), middle.y()), (middle.x() + 40, middle.y()), 4))
    assert bench.standpoint.overlay.wipe > 0.5
    middle = v.standpoint.wipe_point()
    drag(
        v,
        line((middle.x(), middle.y() + 60), (middle.x() + 60, middle.y() + 60), 6),
        mods=Qt.KeyboardModifier.ShiftModifier,
    )
    assert abs(bench.standpoint.overlay.angle) > 20
    QTest.keyClick(v, Qt.Key.Key_W)
    assert bench.standpoint.overlay.wipe is None

    # model while standing there: the likeness follows, the standpoint rests
    window.panel("Likeness").refresh()
    before, camera = bench.standpoint.likeness().overall, v.camera()
    bench.tools.take("move")
    bench.tools.set_symmetry(False)
    bench.tools.change(size=40.0)
    x, y = at_landmark(window, "prn")
    drag(v, line((x, y), (x - 22, y), 8))
    assert portrait.history.names[-1] == "Move"
    qtbot.waitUntil(lambda: abs(window.panel("Likeness").course.values[-1] - before) > 0.01, timeout=4000)
    np.testing.assert_allclose(v.camera().position, camera.position)
    window.undo()
    assert bench.standpoint.likeness().overall == pytest.approx(before, abs=1e-9)
    np.testing.assert_allclose(v.camera().position, camera.position)

    # bring the landmarks over by half, change the step, undo it
    bench.set_stage("Features")
    window.panel("Towards the sitter").amount.setValue(50)
    QTest.mouseClick(window.panel("Towards the sitter").go, Qt.MouseButton.LeftButton)
    half = bench.standpoint.likeness().overall
    assert half < 0.8 * before  # only what is beyond doubt is brought over
    steps = portrait.history.position
    window.panel("Towards the sitter").amount.setValue(100)
    assert portrait.history.position == steps  # the same step, changed
    assert bench.standpoint.likeness().overall < half
    assert portrait.history.names[-1].endswith("by 100 %")
    window.undo()
    assert bench.standpoint.likeness().overall == pytest.approx(before, abs=1e-9)

    # print the sheet and read its PDF back
    path = tmp_path / "sheet.pdf"
    assert doer(window, "sheet").write(path)
    # ligatures and tabs of the PDF as plain letters and blanks
    pages = [unicodedata.normalize("NFKC", p.extract_text()).replace("\t", " ") for p in pypdf.PdfReader(path).pages]
    assert len(pages) == 5
    assert f"{before:.1f} mm off over" in pages[0]
    assert "nose tip" in pages[0]
    assert {"front", "three-quarter", "profile", "window-seat"} <= {t.splitlines()[0] for t in pages[1:]}
    assert doer(window, "sheet").write(tmp_path / "sheet.png")
    with Image.open(tmp_path / "sheet.png") as picture:
        assert picture.size[1] == 5 * 992
        assert np.asarray(picture.convert("L"))[1300:1600].std() > 20  # photos are on it

    # saved and opened again, everything is there
    saved = tmp_path / "sitter.yewfinch"
    assert window.documents.save(saved).wait()
    held = container.load(saved)
    assert held.sitter == portrait.sitter
    assert held.lines == portrait.lines


def test_bad_files_get_a_sentence_each_and_nothing_is_lost(window, qtbot, tmp_path):
    photos = window.bench.portrait.sitter.photos
    good = photo_file("front").read_bytes()
    (tmp_path / "cut.jpg").write_bytes(good[: len(good) // 2])
    Image.new("RGB", (1, 1)).save(tmp_path / "dot.png")
    Image.new("1", (20000, 10100)).save(tmp_path / "huge.png")
    (tmp_path / "text.jpg").write_text("not a picture at all")
    Image.new("CMYK", (90, 90), (10, 90, 200, 0)).save(tmp_path / "cmyk.jpg")
    Image.fromarray(np.full((90, 90), 30000, np.uint16)).save(tmp_path / "deep.png")
    said = []
    window.bench.said.connect(lambda text, kind: said.append((text, kind)))
    doer(window, "solve").add([tmp_path / n for n in ("cut.jpg", "dot.png", "text.jpg")])
    settled(window, qtbot)
    errors = next(t for t, kind in said if kind == "error")
    for words in ("cut.jpg is damaged", "dot.png is only 1 x 1 pixels", "text.jpg is not a photo"):
        assert words in errors
    assert window.bench.portrait.sitter.photos == photos
    doer(window, "solve").add([tmp_path / n for n in ("huge.png", "cmyk.jpg", "deep.png")])
    settled(window, qtbot)
    assert any("huge.png" in t and ("million pixels" in t or "too large" in t) for t, _ in said)
    assert [p.name for p in window.bench.portrait.sitter.photos[5:]] == ["cmyk", "deep"]


def test_marks_from_a_file_are_one_edit(window, tmp_path):
    p = window.bench.portrait
    path = tmp_path / "m.csv"
    path.write_text("photo,landmark,x,y,certainty\nclose-up,prn,500,600,clear\nclose-up,gn,510,900,guessed\n")
    assert doer(window, "paste").read_marks(path)
    assert p.sitter.photos[4].marks["gn"] == (510.0, 900.0)
    assert p.sitter.photos[4].certainty == {"gn": "guessed"}
    window.undo()
    assert p.sitter.photos[4].marks == {}
    path.write_text("photo,landmark,x,y\nclose-up,prn,nan,600\n")
    assert not doer(window, "paste").read_marks(path)
    assert "x is nan" in window.status.message.text()
    assert p.sitter.photos[4].marks == {}


def test_a_hundred_large_photos_leave_the_window_alive(window, qtbot, tmp_path):
    rng = np.random.default_rng(0)
    small = Image.fromarray(rng.integers(0, 255, (30, 40, 3), dtype=np.uint8))
    small.resize((4000, 3000)).save(tmp_path / "a.jpg", quality=70)
    data = (tmp_path / "a.jpg").read_bytes()
    paths = []
    for i in range(12):
        paths.append(tmp_path / f"p{i}.jpg")
        paths[-1].write_bytes(data + bytes([i]))  # different files
    doer(window, "solve").add(paths)
    assert len(window.bench.portrait.sitter.photos) == 5  # it has only begun
    settled(window, qtbot)
    assert len(window.walls.cards) == 17
    assert window.walls.search.isVisible()
    window.walls.search.setText("p11")
    shown = [c for c in window.walls.cards.values() if c.isVisible()]
    assert len(shown) == 1
    window.undo()
    assert len(window.walls.cards) == 5


def test_pasting_a_picture(window, qtbot):
    from PyQt6.QtWidgets import QApplication

    image = window.walls.cards["photo1"].picture.pixmap().toImage()
    QApplication.clipboard().setImage(image)
    doer(window, "paste").paste()
    settled(window, qtbot)
    assert window.bench.portrait.sitter.photos[-1].name == "pasted"
    QApplication.clipboard().setText("words")
    doer(window, "paste").paste()
    assert "no picture to paste" in window.status.message.text()


def test_a_bad_click_is_shown_where_it_should_be(window, qtbot):
    bench = window.bench
    photo = bench.portrait.sitter.photos[0]
    x, y = photo.marks["ch_l"]
    marks.set_mark(bench.portrait, photo.id, "ch_l", (x + 35, y - 30), "Move mouth corner")
    marking(window).mark(photo.id)
    settled(window, qtbot)
    window.pages.page("desk").match.click()
    qtbot.waitUntil(
        lambda: "from where the other marks expect it" in window.pages.page("desk").message.text(), timeout=30000
    )
    assert window.pages.page("desk").isVisible()
    assert window.pages.page("desk").current == "ch_l"
    bench.set_stage("Sitter")
    assert window.panel("The sitter").bad.count() == 1
    assert "front:" in window.panel("The sitter").bad.item(0).text()
    bad = bench.portrait.sitter.solution.bad[0]
    assert np.hypot(bad.expected[0] - x, bad.expected[1] - y) < 12
    window.pages.back_to_clay()
    window.panel("The sitter").bad.itemClicked.emit(window.panel("The sitter").bad.item(0))
    assert window.pages.page("desk").isVisible()
    assert window.pages.page("desk").current == "ch_l"


def test_marks_changed_while_solving_are_not_overwritten(window, qtbot):
    bench = window.bench
    old = bench.portrait.sitter.solution
    doer(window, "solve").solve()
    marks.set_mark(bench.portrait, "photo1", "prn", (500, 600), "Move nose tip")
    settled(window, qtbot)
    assert bench.portrait.sitter.solution is old
    assert "changed meanwhile" in window.status.message.text()
    assert bench.standpoint.out_of_date()
    assert QPointF(*bench.portrait.sitter.photos[0].marks["prn"]) == QPointF(500, 600)


def test_a_solve_is_cancelled(window, qtbot):
    bench, panel = window.bench, window.panel("The sitter")
    old, position = bench.portrait.sitter.solution, bench.portrait.history.position
    window.bench.set_stage("Sitter")
    assert not panel.cancel.isVisible()
    panel.solve.click()
    assert panel.cancel.isVisible()
    QTest.mouseClick(panel.cancel, Qt.MouseButton.LeftButton)
    settled(window, qtbot)
    assert bench.portrait.sitter.solution is old
    assert bench.portrait.history.position == position
    assert "cancelled" in window.status.message.text()
    assert not panel.cancel.isVisible()
    assert panel.solve.isEnabled()
