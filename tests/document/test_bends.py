"""Masks and turned parts in a portrait: held clay, turned, stacked, off, saved, damaged."""

import json
import zipfile

import numpy as np
import pytest

from tests.document.work import dent
from yewfinch.core.anatomy.figure.pose import Pose
from yewfinch.core.anatomy.head.base_head import HEAD
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.document.verbs import bends, masking
from yewfinch.core.formats import container
from yewfinch.core.reshape.part_turn import PartTurn
from yewfinch.core.sculpt import masks
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import StrokeContext
from yewfinch.core.sculpt.toolbox import tool
from yewfinch.core.shared.errors import BadFileError, YewfinchError

Z = np.array([0.0, 0.0, 1.0])


def nose(portrait):
    """Mask the nose softly; the line runs down its bridge."""
    piece = portrait.pieces[HEAD]
    for name in ("nose", "nose wing_l", "nose wing_r"):
        portrait.perform(masking.mask_edit(piece, masking.of_region(piece, name, add=True), "Mask"))
    portrait.perform(masking.mask_edit(piece, masks.softened(piece.surface), "Soften"))
    return PartTurn("hinge", portrait.landmark("n"), portrait.landmark("sn"), Z)


def stroke(portrait, name, at, *, ctrl=False, shift=False, symmetry=False, size=20.0):
    """One dab from the front at a point."""
    from dataclasses import replace

    spec = tool(name)
    context = StrokeContext(
        portrait, portrait.pieces[HEAD], replace(spec.settings, size=size), symmetry, (200, 40, 40), spec.channel
    )
    running = spec.make(context)
    next(running)
    way = np.array([0.0, 0.0, -1.0])
    for phase, step in (("press", 0.0), ("move", 3.0), ("release", 6.0)):
        try:
            running.send(PointerEvent(phase, np.asarray(at) + np.array([step, 0.0, 300.0]), way, 1.0, shift, ctrl))
        except StopIteration:
            return


# --- masks --------------------------------------------------------------------------------


def test_the_mask_tool_holds_frees_and_softens(portrait):
    surface = portrait.surface(HEAD)
    at = portrait.landmark("g")
    stroke(portrait, "mask", at)
    held = surface.mask.copy()
    assert held.max() == 255
    assert 0.001 < (held > 0).mean() < 0.05
    assert portrait.history.names == ["Mask"]
    stroke(portrait, "mask", at, shift=True, size=40.0)
    assert surface.mask.astype(int).sum() > 0
    edge = lambda m: int(((m > 20) & (m < 235)).sum())  # noqa: E731
    assert edge(surface.mask) > edge(held)
    stroke(portrait, "mask", at, ctrl=True, size=60.0)
    assert surface.mask.max() < 60
    for _ in range(3):
        portrait.history.undo()
    assert not surface.mask.any()


@pytest.mark.parametrize("name", ["clay", "move", "smooth", "crease", "paint"])
def test_masked_clay_is_held_from_every_tool(portrait, name):
    surface = portrait.surface(HEAD)
    at = portrait.landmark("g")
    rows = surface.rows_in_ball(at, 12.0)
    mask = surface.mask.copy()
    mask[rows] = 255
    portrait.perform(masking.mask_edit(portrait.pieces[HEAD], mask, "Mask"))
    shape, colour = surface.positions.copy(), surface.colour.copy()
    stroke(portrait, name, at, size=50.0)
    np.testing.assert_array_equal(surface.positions[rows], shape[rows])
    np.testing.assert_array_equal(surface.colour[rows], colour[rows])
    changed = (surface.positions != shape).any() or (surface.colour != colour).any()
    assert changed  # beside the mask it works on


def test_whole_masks(portrait):
    piece, surface = portrait.pieces[HEAD], portrait.surface(HEAD)
    assert masking.mask_edit(piece, masks.cleared(surface), "Clear") is None
    portrait.perform(masking.mask_edit(piece, masking.of_region(piece, "ear_l"), "Ear"))
    np.testing.assert_array_equal(surface.mask[:, 0], piece.regions["ear_l"])
    both = masking.of_region(piece, "ear_r", add=True)
    assert (both >= surface.mask).all()
    np.testing.assert_array_equal(masks.inverted(surface), 255 - surface.mask)
    # softening keeps the amount, about, and widens the edge; sharpening narrows it
    soft = masks.softened(surface, 4)
    assert soft.astype(int).sum() == pytest.approx(surface.mask.astype(int).sum(), rel=0.1)
    between = [int(((m > 5) & (m < 250)).sum()) for m in (surface.mask, soft)]
    assert between[1] > between[0]
    surface.mask[:] = soft
    assert int(((masks.sharpened(surface) > 5) & (masks.sharpened(surface) < 250)).sum()) < between[1]
    with pytest.raises(KeyError):
        masking.of_region(piece, "tail")


def test_softening_is_the_mean_of_neighbours(portrait):
    """Against an explicit loop over the faces."""
    surface = portrait.surface(HEAD)
    rng = np.random.default_rng(1)
    surface.mask[:, 0] = rng.integers(0, 255, len(surface))
    near = {}
    for face in surface.faces[:4000]:
        for a, b in zip(face, np.roll(face, -1), strict=True):
            near.setdefault(int(a), set()).add(int(b))
            near.setdefault(int(b), set()).add(int(a))
    soft = masks.softened(surface, 1)
    complete = [r for r in list(near)[:200] if len(near[r]) == surface.ring_at[r + 1] - surface.ring_at[r]]
    assert len(complete) > 50
    for row in complete:
        mean = np.mean([surface.mask[k, 0] for k in near[row]])
        assert soft[row, 0] == pytest.approx(0.5 * surface.mask[row, 0] + 0.5 * mean, abs=0.51)


def test_a_mask_is_saved_and_opened(portrait, tmp_path):
    piece = portrait.pieces[HEAD]
    container.save(portrait, tmp_path / "free.yewfinch")
    assert "pieces/head/mask.npy" not in zipfile.ZipFile(tmp_path / "free.yewfinch").namelist()
    portrait.perform(masking.mask_edit(piece, masking.of_region(piece, "ear_l"), "Ear"))
    container.save(portrait, tmp_path / "a.yewfinch")
    np.testing.assert_array_equal(container.load(tmp_path / "a.yewfinch").surface(HEAD).mask, piece.surface.mask)


# --- turned parts -------------------------------------------------------------------------


def test_a_masked_part_is_turned_and_comes_back(portrait):
    part = nose(portrait)
    surface = portrait.surface(HEAD)
    before, steps = surface.positions.copy(), portrait.history.position
    tip, eye = portrait.landmark("prn"), portrait.landmark("en_l")
    portrait.perform(bends.turn(portrait, HEAD, part, 25.0, "Turn"))
    assert portrait.landmark("prn")[0] > tip[0] + 8
    np.testing.assert_array_equal(portrait.landmark("en_l"), eye)
    free = surface.mask[:, 0] == 0
    np.testing.assert_array_equal(surface.positions[free], before[free])
    turned = surface.positions.copy()

    portrait.perform(bends.set_on(portrait, HEAD, False))
    np.testing.assert_array_equal(surface.positions, before)
    portrait.perform(bends.set_on(portrait, HEAD, True))
    np.testing.assert_array_equal(surface.positions, turned)
    assert bends.set_on(portrait, HEAD, True).changes == ()
    portrait.history.go_to(steps)
    np.testing.assert_array_equal(surface.positions, before)
    assert portrait.bent == {}


def test_what_is_free_turns_instead(portrait):
    part = nose(portrait)
    tip, chin = portrait.landmark("prn"), portrait.landmark("gn")
    portrait.perform(bends.turn(portrait, HEAD, part, 10.0, "Turn", masked=False))
    assert np.linalg.norm(portrait.landmark("gn") - chin) > 10
    assert np.linalg.norm(portrait.landmark("prn") - tip) < 3


def test_turns_are_stacked_and_come_off_together_with_strokes_kept(portrait):
    part = nose(portrait)
    surface = portrait.surface(HEAD)
    before = surface.positions.copy()
    portrait.perform(bends.turn(portrait, HEAD, part, 20.0, "Turn"))
    rows = surface.rows_in_ball(portrait.landmark("prn"), 8.0)
    dent(portrait, rows, 2.0)
    portrait.perform(bends.turn(portrait, HEAD, PartTurn("twist", part.joint, part.end, Z), 30.0, "Turn"))
    portrait.perform(bends.turn(portrait, HEAD, PartTurn("bend", part.joint, part.end, Z), -15.0, "Turn"))
    portrait.perform(bends.set_on(portrait, HEAD, False))
    step = np.linalg.norm(surface.positions - before, axis=1)
    np.testing.assert_allclose(step[rows], 2.0, atol=5e-3)
    assert np.delete(step, rows).max() < 1e-3


def test_a_turn_that_is_still_set_begins_where_it_began(portrait):
    part = nose(portrait)
    surface = portrait.surface(HEAD)
    before = surface.positions.copy()
    start = before, None
    portrait.perform(bends.turn(portrait, HEAD, part, 20.0, "Turn", start=start))
    portrait.amend(bends.turn(portrait, HEAD, part, -12.0, "Turn", start=start))
    once = bends.turn(portrait, HEAD, part, -12.0, "Turn", start=start)
    np.testing.assert_array_equal(surface.positions, once.changes[0].after)
    portrait.history.undo()
    np.testing.assert_array_equal(surface.positions, before)


def test_a_figure_with_turned_parts_is_not_posed_or_steered(portrait):
    part = nose(portrait)
    portrait.perform(bends.turn(portrait, HEAD, part, 20.0, "Turn"))
    assert "Parts of the clay are turned" in figures().steerable(portrait)
    with pytest.raises(YewfinchError, match="turned"):
        figures().stand(portrait, Pose({"head": (10.0, 0.0, 0.0)}), "Pose")
    portrait.perform(bends.set_on(portrait, HEAD, False))
    assert figures().steerable(portrait) == ""


def test_nothing_masked_locked_or_never_turned_is_told(portrait):
    part = PartTurn("hinge", np.zeros(3), np.array([0, 30.0, 0]), Z)
    with pytest.raises(YewfinchError, match="Nothing is masked"):
        bends.turn(portrait, HEAD, part, 10.0, "Turn")
    with pytest.raises(YewfinchError, match="No part"):
        bends.set_on(portrait, HEAD, False)
    from dataclasses import replace

    portrait.put_piece(replace(portrait.pieces[HEAD], locked=True), "Lock")
    with pytest.raises(YewfinchError, match="locked"):
        bends.turn(portrait, HEAD, part, 10.0, "Turn")


def test_saved_with_turned_parts_they_come_off_to_the_bit(portrait, tmp_path):
    part = nose(portrait)
    before = portrait.surface(HEAD).positions.copy()
    portrait.perform(bends.turn(portrait, HEAD, part, 20.0, "Turn"))
    container.save(portrait, tmp_path / "a.yewfinch")
    again = container.load(tmp_path / "a.yewfinch")
    assert again.bent[HEAD].on
    again.perform(bends.set_on(again, HEAD, False))
    np.testing.assert_array_equal(again.surface(HEAD).positions, before)


@pytest.mark.parametrize("harm", ["nan", "short", "missing"])
def test_damaged_turned_parts_are_told(portrait, tmp_path, harm):
    part = nose(portrait)
    portrait.perform(bends.turn(portrait, HEAD, part, 20.0, "Turn"))
    container.save(portrait, tmp_path / "a.yewfinch")
    with zipfile.ZipFile(tmp_path / "a.yewfinch") as a, zipfile.ZipFile(tmp_path / "b.yewfinch", "w") as b:
        for name in a.namelist():
            data = a.read(name)
            if name.endswith("bent.npy"):
                if harm == "missing":
                    continue
                data = data[:-40] if harm == "short" else data[:-4] + np.float32(np.nan).tobytes()
            b.writestr(name, data)
    with pytest.raises(BadFileError, match="damaged"):
        container.load(tmp_path / "b.yewfinch")
    assert json.loads(zipfile.ZipFile(tmp_path / "a.yewfinch").read("portrait.json"))["bent"] == {"head": {"on": True}}
