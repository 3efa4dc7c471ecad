"""In the window: how holes and split-off parts are closed is chosen, and what came of it is said and kept."""

from dataclasses import replace

import numpy as np

from tests.app.hands import click, handled
from tests.app.jobs import finished
from yewfinch.core.mesh.surface.surface import Surface


def test_a_part_is_split_off_open_or_closed_and_the_history_says_what_it_did(window, qtbot):
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    panel = w.panel("Masks from the form")
    w.bench.selection.choose("head")
    head = portrait.pieces["head"]
    for choice, is_open in (("open", True), ("flat", False)):
        portrait.surface("head").mask[head.regions["ear_l"] > 127] = 255
        click(panel.closings[choice])
        w.bench.selection.choose("head")
        click(panel.buttons["split"])
        finished(w, panel.maker, qtbot)
        made = portrait.surface(w.bench.selection.piece_id)
        used = np.unique(made.faces)
        assert bool((made.closed[used] == 0).any()) == is_open
        told = portrait.history.newest_told
        assert told is not None and "mm apart" in told.words
        handled()
        assert told.words in w.panel("History").list.item(w.panel("History").list.count() - 1).text()
        portrait.history.undo()


def test_holes_are_mended_as_chosen(window, qtbot):
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    held = portrait.pieces["head"]
    at = held.surface.positions
    top = (at[held.surface.faces][:, :, 1] > 105).all(axis=1)
    assert top.any()
    portrait.put_piece(replace(held, surface=Surface(at, held.surface.faces[~top]), regions={}), "A hole")
    w.bench.selection.choose("head")
    panel, highest = w.panel("Mend and reduce"), {}
    for choice in ("flat", "smooth", "open"):
        click(panel.closings[choice])
        assert panel.rim.isEnabled() == (choice != "open")
        click(panel.mend)
        finished(w, panel, qtbot)
        made = portrait.surface("head")
        used = np.unique(made.faces)
        assert bool((made.closed[used] == 0).any()) == (choice == "open")
        highest[choice] = float(made.positions[used][:, 1].max())
        if portrait.history.names[-1] != "A hole":
            portrait.history.undo()
    assert highest["smooth"] > highest["flat"] + 2.0
