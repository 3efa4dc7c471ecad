"""Skull and pegs in a portrait: made, undone, steered, posed, saved, turned into clay, compared with the clay."""

import json
import zipfile

import numpy as np
import pytest

from tests.document.work import NOD, off, on
from yewfinch.core.anatomy.figure.person import PRESETS, Figure
from yewfinch.core.document.figure import under_skin
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.document.figure.under_skin import JAW, PEGS, SKULL, as_clay, depths, guides, pegs
from yewfinch.core.document.verbs.check import problems
from yewfinch.core.formats import container
from yewfinch.core.shared.errors import YewfinchError


@pytest.fixture
def maker():
    return figures()


@pytest.fixture
def boned(portrait, maker):
    portrait.perform(maker.under_skin(portrait))
    return portrait


def worst(portrait):
    return max(abs(d.now - d.published) for d in depths(portrait))


def test_made_and_undone(portrait, maker):
    portrait.perform(maker.under_skin(portrait))
    assert list(guides(portrait)) == [SKULL, PEGS]
    assert all(p.fixed for p in guides(portrait).values())
    assert problems(portrait) == []
    portrait.history.undo()
    assert guides(portrait) == {} == pegs(portrait)
    assert depths(portrait) == []


def test_depths_say_how_the_clay_stands_over_each_peg(boned):
    assert worst(boned) < 0.1
    assert len(depths(boned)) == 34
    chin = pegs(boned)["pogonion"]
    surface = boned.surface("head")
    rows = surface.rows_in_ball(chin[1], 15.0)
    way = (chin[1] - chin[0]) / np.linalg.norm(chin[1] - chin[0])
    surface.set_rows(rows, surface.positions[rows] + 3.0 * way)
    found = {d.key: d for d in depths(boned)}
    assert found["pogonion"].now - found["pogonion"].published == pytest.approx(3.0, abs=0.1)
    assert found["glabella"].now == pytest.approx(found["glabella"].published, abs=0.1)
    from dataclasses import replace

    boned.pieces["head"] = replace(boned.pieces["head"], visible=False)
    assert {d.now for d in depths(boned) if d.key in ("pogonion", "vertex")} == {None}


def test_it_goes_along_with_the_base_head(boned, maker):
    before = {k: p.surface.positions.copy() for k, p in guides(boned).items()}
    boned.perform(maker.steer(boned, PRESETS["woman"][1], "woman"))
    after = maker._pieces_under(boned.figure)
    for k, was in before.items():
        np.testing.assert_array_equal(boned.surface(k).positions, after[k].surface.positions)
        assert np.abs(boned.surface(k).positions - was).max() > 2
    assert worst(boned) < 0.5
    boned.history.undo()
    for k, at in before.items():
        np.testing.assert_array_equal(boned.surface(k).positions, at)


def test_a_draft_leaves_it_and_the_finished_step_is_one(boned, maker):
    at = boned.surface(SKULL).positions.copy()
    woman = PRESETS["woman"][1]
    boned.perform(maker.steer(boned, woman, "woman", draft=True))
    np.testing.assert_array_equal(boned.surface(SKULL).positions, at)
    boned.amend(maker.steer(boned, woman, "woman", from_draft=True))
    assert worst(boned) < 0.5
    boned.history.undo()
    np.testing.assert_array_equal(boned.surface(SKULL).positions, at)


def test_a_pose_carries_it_and_gives_it_back_to_the_bit(boned, maker):
    before = {k: p.surface.positions.copy() for k, p in guides(boned).items()}
    on(maker, boned)
    jaw = boned.pieces[SKULL].regions[JAW] > 127
    a, b = before[SKULL].astype(float), boned.surface(SKULL).positions.astype(float)
    for part in (jaw, ~jaw):  # each body moves as a whole
        p, q = a[part][::97], b[part][::97]
        np.testing.assert_allclose(np.linalg.norm(p - p[0], axis=1), np.linalg.norm(q - q[0], axis=1), atol=1e-3)
    opened = np.linalg.norm(a[jaw][0] - a[~jaw][0]) - np.linalg.norm(b[jaw][0] - b[~jaw][0])
    assert abs(opened) > 0.5
    # bone and skin stay together where the flesh is thin
    by_key = {d.key: d for d in depths(boned)}
    for key in ("vertex", "glabella", "nasion", "opisthocranion"):
        assert by_key[key].now == pytest.approx(by_key[key].published, abs=0.6)
    assert by_key["menton"].now == pytest.approx(by_key["menton"].published, abs=4)
    off(maker, boned)
    for k, at in before.items():
        np.testing.assert_array_equal(boned.surface(k).positions, at)


def test_made_in_a_pose_it_is_the_same_once_the_pose_is_off(portrait, maker):
    plain = maker._pieces_under(portrait.figure)
    on(maker, portrait)
    portrait.perform(maker.under_skin(portrait))
    assert np.abs(portrait.surface(SKULL).positions - plain[SKULL].surface.positions).max() > 10
    off(maker, portrait)
    for k in (SKULL, PEGS):
        np.testing.assert_array_equal(portrait.surface(k).positions, plain[k].surface.positions)


def test_steered_in_a_pose(boned, maker):
    on(maker, boned)
    boned.perform(maker.steer(boned, PRESETS["woman"][1], "woman"))
    off(maker, boned)
    plain = maker._pieces_under(boned.figure)
    np.testing.assert_allclose(boned.surface(SKULL).positions, plain[SKULL].surface.positions, atol=1e-3)


def test_saved_and_opened_again(boned, maker, tmp_path):
    on(maker, boned)
    container.save(boned, tmp_path / "bone.yewfinch")
    again = container.load(tmp_path / "bone.yewfinch")
    assert list(guides(again)) == [SKULL, PEGS]
    np.testing.assert_array_equal(again.surface(SKULL).positions, boned.surface(SKULL).positions)
    assert set(pegs(again)) == set(pegs(boned))
    again.perform(maker.stand(again, NOD, "off", on=False))
    boned.perform(maker.stand(boned, NOD, "off", on=False))
    np.testing.assert_array_equal(again.surface(PEGS).positions, boned.surface(PEGS).positions)


def test_an_older_file_has_no_guides(portrait, tmp_path):
    file = tmp_path / "old.yewfinch"
    container.save(portrait, file)
    with zipfile.ZipFile(file) as z:
        parts = {n: z.read(n) for n in z.namelist()}
    manifest = json.loads(parts["portrait.json"])
    for piece in manifest["pieces"]:
        del piece["see_through"]
    parts["portrait.json"] = json.dumps(manifest).encode()
    with zipfile.ZipFile(file, "w") as z:
        for n, data in parts.items():
            z.writestr(n, data)
    assert not any(p.see_through for p in container.load(file).pieces.values())


def test_clay_of_the_skull_no_longer_follows(boned, maker):
    boned.perform(as_clay(boned, SKULL))
    clay = boned.pieces["skull clay"]
    assert not clay.fixed
    assert list(guides(boned)) == [PEGS]
    at = clay.surface.positions.copy()
    boned.perform(maker.steer(boned, PRESETS["woman"][1], "woman"))
    np.testing.assert_array_equal(clay.surface.positions, at)
    boned.perform(maker.under_skin(boned))
    assert list(guides(boned)) == [SKULL, PEGS]
    assert boned.pieces["skull clay"] is clay
    for _ in range(3):
        boned.history.undo()
    assert list(guides(boned)) == [SKULL, PEGS]


def test_begun_anew_it_is_made_for_the_new_head(boned, maker):
    from dataclasses import replace

    boned.perform(maker.under_skin(boned))  # once more: nothing but the same again
    boned.pieces[PEGS] = replace(boned.pieces[PEGS], visible=False)
    boned.perform(maker.begin(boned, Figure(PRESETS["child"][1]), "child"))
    assert not boned.pieces[PEGS].visible  # as it was
    boned.pieces[PEGS] = replace(boned.pieces[PEGS], visible=True)
    assert worst(boned) < 1.0


def test_no_base_head_no_skull(portrait, maker):
    portrait.figure = None
    with pytest.raises(YewfinchError, match="not begun with a base head"):
        maker.under_skin(portrait)


def test_the_plain_skull_comes_from_the_cache(monkeypatch):
    under_skin.plain_skull()
    under_skin._HELD.clear()
    assert not under_skin.at_hand()

    def not_again(*_args):
        raise AssertionError("made anew")

    monkeypatch.setattr(under_skin.skull, "make_skull", not_again)
    assert len(under_skin.plain_skull().positions) > 20_000
    assert under_skin.at_hand()


def test_clay_made_of_bone_is_saved_and_opened(boned, tmp_path):
    bone = next(k for k, p in boned.pieces.items() if p.see_through)
    boned.perform(as_clay(boned, bone))
    container.save(boned, tmp_path / "a.yewfinch")
    again = container.load(tmp_path / "a.yewfinch")
    assert set(again.pieces) == set(boned.pieces)
    again.history.close()
