"""In the window: thin parts are found and named before a remesh, thickened, and undone."""

from tests.app.hands import click, handled
from tests.app.jobs import finished
from yewfinch.core.reshape.thin_parts import thin_parts


def test_thin_parts_are_named_shown_and_thickened(window, qtbot):
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    w.bench.selection.choose("head")
    panel = w.panel("Thin parts")
    panel.least.set_value(2.0)
    handled()
    shown = w.viewport.grab().toImage()
    click(panel.look)
    finished(w, panel, qtbot)
    assert "thinner than 2.0 mm" in panel.note.text() and "lid" in panel.note.text() and "mm²" in panel.note.text()
    assert len(portrait.history.names) == 0
    handled()
    assert w.viewport.grab().toImage() != shown  # rings stand there
    assert panel.places.parts
    was = portrait.surface("head").positions.copy()
    before = sum(p.area for p in thin_parts(portrait.surface("head"), 1.8))
    click(panel.thicken)
    finished(w, panel, qtbot)
    assert portrait.history.names == ["Thicken Head"]
    assert sum(p.area for p in thin_parts(portrait.surface("head"), 1.8)) < 0.4 * before
    portrait.history.undo()
    assert (portrait.surface("head").positions == was).all()
    assert not panel.places.parts  # what was found no longer holds
    panel.least.set_value(0.1)
    click(panel.look)
    finished(w, panel, qtbot)
    assert "0.1 mm" in panel.note.text()
