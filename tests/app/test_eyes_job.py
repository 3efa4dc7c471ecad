"""In the window: eyes set by dials, their gaze dragged, new ones begun by two clicks and seated, undone, reopened."""

import numpy as np
import pytest

from tests.app.hands import click, drag, handled, line, typed, view_picture
from yewfinch.core.document.model.edits import Edit, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import eyes
from yewfinch.core.features.eyes.eye import axis
from yewfinch.core.formats.container import load, save
from yewfinch.demo.shapes import cube_sphere


def _begun(w):
    w.bench.set_stage("Features")
    for key in ("eye_left", "eye_right"):  # of a portrait from before eyes were bodies
        if w.bench.portrait.pieces[key].eye is None:
            w.bench.portrait.perform(eyes.adopt(w.bench.portrait, key))
    w.bench.selection.choose("eye_left")
    handled()
    return w.panel("Eyes"), w.bench.portrait


def _looks(portrait, key):
    return axis(eyes.standing(portrait.pieces[key]))


def test_dials_set_both_eyes_or_one_in_millimetres(window, tmp_path):
    panel, portrait = _begun(window)
    steps = len(portrait.history.names)
    typed(panel.dials["pupil"].box, "6")
    typed(panel.dials["iris"].box, "12.4")
    handled()
    assert [eyes.standing(portrait.pieces[k]).pupil for k in ("eye_left", "eye_right")] == [6.0, 6.0]
    assert portrait.history.names[steps:] == ["Eyes: pupil", "Eyes: iris"]
    share = panel.dials["share"].value()
    typed(panel.dials["apart"].box, "60")
    handled()
    places = [np.array(eyes.standing(portrait.pieces[k]).place) for k in ("eye_left", "eye_right")]
    assert abs(np.linalg.norm(places[0] - places[1]) - 60.0) < 0.01
    assert panel.dials["apart"].value() == 60.0
    panel.linked.click()
    typed(panel.dials["iris"].box, "11")
    handled()
    assert eyes.standing(portrait.pieces["eye_left"]).iris == 11.0
    assert eyes.standing(portrait.pieces["eye_right"]).iris == 12.4
    assert panel.dials["share"].value() < share
    file = tmp_path / "eyes.yewfinch"
    save(portrait, file)
    again = load(file)
    assert [again.pieces[k].eye.iris for k in ("eye_left", "eye_right")] == [11.0, 12.4]
    again.history.close()
    for _ in range(4):
        portrait.history.undo()
    handled()
    assert panel.dials["pupil"].value() != 6.0


@pytest.mark.parametrize("extent", [(1280, 800)])
def test_the_gaze_is_dragged_in_the_view_as_one_step(window):
    panel, portrait = _begun(window)
    before = _looks(portrait, "eye_left")
    steps = len(portrait.history.names)
    click(panel.gaze)
    assert window.bench.mode == "gaze"
    v = window.viewport
    middle = (v.width() / 2, v.height() / 2)
    drag(v, line(middle, (middle[0] + 150, middle[1] + 60)))
    handled()
    now = _looks(portrait, "eye_left")
    assert now[0] > before[0] + 0.1 and now[1] < before[1] - 0.03  # to the sitter's left, and down
    np.testing.assert_allclose(now, _looks(portrait, "eye_right"), atol=0.02)
    assert portrait.history.names[steps:] == ["Eyes: gaze"]
    typed(panel.dials["converging"].box, "100")
    handled()
    target = np.array(eyes.standing(portrait.pieces["eye_left"]).target)
    for key in ("eye_left", "eye_right"):
        eye = eyes.standing(portrait.pieces[key])
        away = np.cross(axis(eye), target - eye.place)
        assert np.linalg.norm(away) < 0.5  # mm from the axis, float32 of the ball
    click(panel.ahead)
    handled()
    np.testing.assert_allclose(_looks(portrait, "eye_left"), (0, 0, 1), atol=1e-4)
    portrait.history.undo()
    portrait.history.undo()
    portrait.history.undo()
    np.testing.assert_allclose(_looks(portrait, "eye_left"), before, atol=1e-4)


def test_new_eyes_by_two_clicks_are_seated_in_plain_clay(window):
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Features")
    held = dict(portrait.pieces)
    lump = Piece("lump", "Lump", cube_sphere(60, 80.0))
    portrait.perform(Edit("x", (*(PieceChange(p, None) for p in held.values()), PieceChange(None, lump))))
    w.bench.selection.choose("lump")
    handled()
    panel = w.panel("Eyes")
    assert "no eye" in panel.note.text()
    click(panel.new)
    camera = w.viewport.camera()
    for x in (-30.0, 30.0):
        at = camera.project(np.array([[x, 10.0, np.sqrt(6400.0 - x * x - 100.0)]]))[0]
        drag(w.viewport, [tuple(float(v) for v in at)] * 2)
    handled()
    made = [p for p in portrait.pieces.values() if p.eye is not None]
    assert [p.name for p in made] == ["Left eye", "Right eye"]
    assert w.bench.mode == "tool"
    plain = view_picture(w)
    w.bench.selection.choose("lump")
    click(panel.seat)
    handled()
    assert portrait.history.names[-2:] == ["New eyes", "Seat the eyes"]
    assert np.abs(view_picture(w) - plain).sum(axis=2).max() > 100  # the eyes came in sight
    # a tool that meets an eye says what it is
    w.bench.tools.take("clay")
    at = w.viewport.camera().project(np.add([eyes.standing(made[0]).place], (0.0, 0.0, 13.0)))[0]
    said = []
    w.bench.said.connect(lambda text, _kind: said.append(text))
    drag(w.viewport, line(tuple(float(v) for v in at), (float(at[0]) + 3, float(at[1]))))
    handled()
    assert any("is an eye" in s for s in said)
    portrait.history.undo()
    portrait.history.undo()
    assert all(p.eye is None for p in portrait.pieces.values())


def test_irises_take_presets_and_colours_of_a_photo(window):
    _, portrait = _begun(window)
    iris = window.panel("Iris and white")
    iris.presets.setCurrentIndex(iris.presets.findText("blue"))
    iris.presets.activated.emit(iris.presets.currentIndex())
    handled()
    blue = portrait.pieces["eye_left"].eye.pattern
    assert blue.outer[2] > blue.outer[0]
    assert portrait.pieces["eye_right"].eye.pattern == blue
    click(iris.other)
    handled()
    assert portrait.pieces["eye_left"].eye.pattern.seed == blue.seed + 1
    photo = next(iter(portrait.sitter.photos))
    window.bench.standpoint.take(photo.id)
    handled()
    click(iris.photo)
    box = window.viewport.standpoint.box()
    at = (box.center().x(), box.center().y())
    image = window.viewport.photos.image(portrait.sitter, window.bench.standpoint.photo())
    colour = image.pixelColor(image.width() // 2, image.height() // 2)
    drag(window.viewport, [at, at])
    handled()
    near = np.abs(
        np.array(portrait.pieces["eye_left"].eye.pattern.outer) - (colour.red(), colour.green(), colour.blue())
    )
    assert near.max() < 25
    assert iris.presets.currentText() == "own colours"
