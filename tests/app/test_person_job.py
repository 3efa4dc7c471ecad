"""In the window: the sitter's asymmetry brought over and weighed, the head exaggerated, all taken back."""

import numpy as np
from PyQt6.QtTest import QTest

from tests.app.hands import click, handled, pull, view_picture
from tests.app.jobs import finished
from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.verbs import exaggerating, form_layers
from yewfinch.core.features.asymmetry import parts
from yewfinch.core.formats import container


def test_asymmetry_is_brought_over_shown_weighed_and_taken_back(window):
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Features")
    w.bench.selection.choose("head")
    handled()
    panel = w.panel("Asymmetry")
    was, plain = portrait.surface("head").positions.copy(), view_picture(w)
    assert "mirror image" in panel.told.text()
    click(panel.over)
    handled()
    assert portrait.history.names[-1] == "Layer Sitter's asymmetry"
    away = parts(portrait.surface("head")).away
    assert 0.3 < np.sqrt((away**2).mean()) < 2.0
    assert panel.table.rowCount() > 8 and "±" in panel.table.item(0, 2).text()
    click(panel.seen)
    handled()
    assert np.abs(view_picture(w) - plain).sum(axis=2).max() > 100
    click(panel.seen)
    pull(panel.strength.slider, 1 / 3)  # of -100 to 200
    handled()
    QTest.qWait(50)
    assert parts(portrait.surface("head")).away.max() < 0.5 * away.max()
    steps = len(portrait.history.names)
    panel.region.setCurrentText("ear")
    click(panel.left)
    assert len(portrait.history.names) >= steps
    for _ in range(len(portrait.history.names)):
        portrait.history.undo()
    assert (portrait.surface("head").positions == was).all()


def test_one_measure_is_exaggerated_by_a_dial_and_taken_back(window, qtbot):
    """The whole head is in the features' job."""
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Features")
    w.bench.selection.choose("head")
    handled()
    panel = w.panel("Exaggeration")
    assert panel.table.rowCount() > 8 and not panel.times.isEnabled()
    was = portrait.surface("head").positions.copy()
    panel.table.setCurrentCell(0, 0)
    click(panel.single)
    finished(w, panel, qtbot)
    assert panel.layers.count() == 1 and ": " in panel.layers.currentText()
    assert (portrait.surface("head").positions == was).all()
    assert panel.times.isEnabled() and panel.times.value() == 1.0
    pull(panel.times.slider, 1.6 / 3)
    handled()
    QTest.qWait(50)
    assert portrait.history.names[-1].startswith("Exaggeration: ")
    assert len(portrait.history.names) == 2  # one step for the whole pull
    assert np.linalg.norm(portrait.surface("head").positions - was, axis=1).max() > 0.2
    portrait.history.undo()
    assert (portrait.surface("head").positions == was).all()


def test_measures_that_cannot_all_be_had_are_named_under_the_dial_and_in_the_history(window, qtbot, tmp_path):
    """A woman whose eyes would have to come nearer at three times than what lies round them bears."""
    made = new_portrait(Figure(Person(sex=0.3127, age=33.03, seed=103, asymmetry=1.0)))
    container.save(made, tmp_path / "woman.yewfinch")
    made.history.close()
    other = new_portrait()
    edit, key = exaggerating.begin_measure(other, "head", exaggerating.unusual(other, 1.0)[0])
    other.perform(edit)
    container.save(other, tmp_path / "other.yewfinch")
    other.history.close()
    w = window
    assert w.documents.open(tmp_path / "woman.yewfinch").wait()
    handled()
    w.bench.set_stage("Features")
    w.bench.selection.choose("head")
    handled()
    panel = w.panel("Exaggeration")
    assert panel.astray.isHidden()
    click(panel.start)
    finished(w, panel, qtbot)
    said = panel.astray.text()
    assert not panel.astray.isHidden()
    assert "at 3 times: between the outer eye corners" in said and " mm instead of " in said
    assert w.bench.portrait.history.told[-1].words in said
    assert panel.layers.currentData() == key  # that of the other portrait has the same name
    w.bench.portrait.history.undo()
    panel.refresh()  # a folded panel does so once it is opened
    assert panel.astray.isHidden()
    w.bench.portrait.history.redo()
    panel.refresh()
    assert panel.astray.text() == said
    container.save(w.bench.portrait, tmp_path / "begun.yewfinch")
    w.settle = lambda: True
    for name, words in (("other", ""), ("begun", said)):
        assert w.documents.open(tmp_path / f"{name}.yewfinch").wait()
        handled()
        w.bench.selection.choose("head")
        panel.refresh()
        assert panel.layers.currentData() == key and panel.astray.text() == words, name
        assert panel.astray.isHidden() == (not words)
    w.bench.portrait.perform(form_layers.remove(w.bench.portrait, "head", key))
    panel.refresh()  # a folded panel does so once it is opened
    assert panel.astray.isHidden()
