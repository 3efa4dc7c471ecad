"""The base head in a portrait: begun, steered with strokes kept, undone, saved, fitted to a sitter."""

import json
import zipfile
from dataclasses import replace

import numpy as np
import pytest

from tests.document.work import dent
from yewfinch.core.anatomy.figure.people import draw
from yewfinch.core.anatomy.figure.person import PRESETS, Figure, Person
from yewfinch.core.anatomy.head.base_head import HEAD, LEFT_EYE
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.figure.shaping import LEVELS, figures
from yewfinch.core.document.verbs import teeth
from yewfinch.core.document.verbs.check import problems
from yewfinch.core.document.verbs.fitting import person_of
from yewfinch.core.formats import container
from yewfinch.core.shared.errors import BadFileError, CannotSolveError, YewfinchError
from yewfinch.core.sitter.alignment import procrustes
from yewfinch.core.sitter.photo import KnownDistance, Sitter
from yewfinch.core.sitter.solution import Solution


@pytest.fixture
def maker():
    return figures()


@pytest.mark.parametrize("level", [0, 1, 3])
def test_a_new_portrait_at_every_level_is_sound(maker, level):
    portrait = new_portrait(Figure(PRESETS["woman"][1], level))
    assert len(portrait.surface(HEAD)) == maker.model.size(level)
    assert problems(portrait) == []
    found = portrait.landmarks()
    shape = maker.shape(PRESETS["woman"][1])
    for key, place in shape.landmarks.items():  # a coarse level cuts corners off the form
        fine = 0.9 if key.startswith("ch") else 0.6  # the mouth's corner is sharp
        assert np.linalg.norm(found[key] - place) < (4.5 if level == 0 else 2.0 if level == 1 else fine), key
    assert portrait.pieces[HEAD].regions["neck"].shape == (len(portrait.surface(HEAD)),)
    assert len(portrait.lines) >= 14
    assert set(LEVELS) == {0, 1, 2, 3, 4}


def test_fine_levels_carry_the_lines_of_age_and_of_the_lips(maker):
    old, young = (maker.positions(Figure(Person(1.0, age), 3)) for age in (76.0, 30.0))
    smooth = maker.model.at_level(maker.shape(Person(1.0, 76.0)).positions, 3)[maker.model.order(3)[1]]
    depth = np.linalg.norm(old - smooth, axis=1)
    assert 0.3 < depth.max() < 1.5
    assert (depth > 0.05).mean() < 0.2  # the rest of the skin is left alone
    plain = maker.model.at_level(maker.shape(Person(1.0, 30.0)).positions, 3)[maker.model.order(3)[1]]
    assert np.linalg.norm(young - plain, axis=1).max() < 0.2  # lip creases only


def test_steering_keeps_what_was_modelled(portrait, maker):
    s = portrait.surface(HEAD)
    before = s.positions.copy()
    rows = np.arange(400, 700, dtype=np.int32)
    dent(portrait, rows)
    stroke = s.positions - before
    woman = PRESETS["woman"][1]
    portrait.perform(maker.steer(portrait, woman, "Base head: woman"))
    expected = maker.positions(Figure(woman)) + stroke
    np.testing.assert_allclose(s.positions, expected, atol=1e-4)
    assert portrait.figure.person == woman
    eye = portrait.surface(LEFT_EYE).positions
    np.testing.assert_allclose((eye.max(axis=0) + eye.min(axis=0))[:2] / 2, maker.shape(woman).eyes[0][:2], atol=0.02)
    portrait.history.undo()
    np.testing.assert_array_equal(s.positions, before + stroke)
    assert portrait.figure.person == PRESETS["man"][1]


def test_a_symmetric_head_stays_exactly_symmetric(portrait, maker):
    for person in (Person(0.3, 60.0), Person(0.3, 60.0, {"tip": 1.0}), Person(0.8, 12.0)):
        portrait.perform(maker.steer(portrait, person, "x"))
    p = portrait.surface(HEAD).positions
    order = maker.model.order(2)[1]
    new_of_old = np.argsort(order)
    mirror = new_of_old[maker.model.mirror[order]]
    np.testing.assert_allclose(p[mirror], p * [-1, 1, 1], atol=1e-4)  # to the rounding of float32


def test_a_drag_is_one_step_and_ends_in_the_finished_form(portrait, maker):
    start = portrait.surface(HEAD).positions.copy()
    position = portrait.history.position
    portrait.perform(maker.steer(portrait, Person(0.9, 30.0), "Base head: woman - man", draft=True))
    for sex in (0.7, 0.5):
        portrait.amend(maker.steer(portrait, Person(sex, 30.0), "Base head: woman - man", draft=True, from_draft=True))
    portrait.amend(maker.steer(portrait, Person(0.5, 30.0), "Base head: woman - man", from_draft=True))
    assert portrait.history.position == position + 1
    np.testing.assert_allclose(portrait.surface(HEAD).positions, maker.positions(Figure(Person(0.5, 30.0))), atol=1e-4)
    portrait.history.undo()
    np.testing.assert_array_equal(portrait.surface(HEAD).positions, start)
    portrait.history.redo()
    assert portrait.figure.person.sex == 0.5


def test_only_like_steps_are_amended(portrait, maker):
    with pytest.raises(ValueError, match="no entry"):
        portrait.history.amend(maker.steer(portrait, Person(0.4), "x"))
    portrait.set_field("name", "Someone", "Rename")
    with pytest.raises(ValueError, match="different things"):
        portrait.amend(maker.steer(portrait, Person(0.4), "x"))


def test_a_head_begun_anew_replaces_only_head_and_eyes(portrait, maker):
    portrait.put_piece(replace(portrait.pieces[LEFT_EYE], id="hat", name="Hat"), "Add a hat")
    dent(portrait, np.arange(50, dtype=np.int32))
    before = portrait.surface(HEAD)
    portrait.perform(maker.begin(portrait, Figure(Person(0.0, 8.0), 1), "New base head"))
    assert set(portrait.pieces) == {HEAD, LEFT_EYE, "eye_right", "hat"}
    assert len(portrait.surface(HEAD)) == maker.model.size(1)
    assert problems(portrait) == []
    portrait.history.undo()
    assert portrait.surface(HEAD) is before
    assert portrait.figure.level == 2


def test_a_head_begun_anew_takes_the_old_mouths_teeth_out(portrait, maker):
    edit, key = teeth.begin(portrait)
    portrait.perform(edit)
    held = portrait.pieces[key]
    portrait.perform(maker.begin(portrait, Figure(PRESETS["woman"][1]), "New base head"))
    assert key not in portrait.pieces  # they came through her chin
    portrait.history.undo()
    assert portrait.pieces[key] is held
    portrait.pieces[key] = replace(held, locked=True)
    with pytest.raises(YewfinchError, match=f"'{held.name}' is locked"):
        maker.begin(portrait, Figure(Person(0.0)), "x")


def test_what_cannot_be_steered_says_why(portrait, maker):
    assert maker.steerable(portrait) == ""
    piece = portrait.pieces[HEAD]
    portrait.pieces[HEAD] = replace(piece, locked=True)
    with pytest.raises(YewfinchError, match="'Head' is locked"):
        maker.steer(portrait, Person(0.0), "x")
    with pytest.raises(YewfinchError, match="'Head' is locked"):
        maker.begin(portrait, Figure(Person(0.0)), "x")
    portrait.pieces[HEAD] = replace(piece, surface=portrait.surface(LEFT_EYE))
    assert "faces were changed" in maker.steerable(portrait)
    del portrait.pieces[LEFT_EYE]
    assert "taken out" in maker.steerable(portrait)
    portrait.figure = None
    assert "not begun with a base head" in maker.steerable(portrait)


def test_saved_and_reopened(portrait, maker, tmp_path):
    person = Person(0.2, 44.0, {"tip": 0.5}, {"head_length": 199.0}, 12, 0.4, {"prn": (0.5, -14.0, 120.0)})
    portrait.perform(maker.steer(portrait, person, "x"))
    container.save(portrait, tmp_path / "a.yewfinch")
    back = container.load(tmp_path / "a.yewfinch")
    assert back.figure == portrait.figure
    assert list(back.pieces[HEAD].regions) == list(portrait.pieces[HEAD].regions)
    for name, member in portrait.pieces[HEAD].regions.items():
        np.testing.assert_array_equal(back.pieces[HEAD].regions[name], member)
    back.perform(maker.steer(back, Person(1.0), "x"))
    assert problems(back) == []


@pytest.mark.parametrize(("change", "words"), [
    (lambda m: m["figure"].update(level=9), "level 9"),
    (lambda m: m["figure"].update(age=-3), "age is -3"),
    (lambda m: m["figure"]["dials"].update(tip=77), "dial 'tip'"),
    (lambda m: m["pieces"][0]["regions"].append("more"), "regions.npy"),
    (lambda m: m["pieces"][0]["regions"].append("neck"), "regions of 'Head'"),
])  # fmt: skip
def test_damaged_figures_get_a_sentence(portrait, tmp_path, change, words):
    container.save(portrait, tmp_path / "a.yewfinch")
    with zipfile.ZipFile(tmp_path / "a.yewfinch") as old, zipfile.ZipFile(tmp_path / "b.yewfinch", "w") as new:
        for name in old.namelist():
            data = old.read(name)
            if name == container.MANIFEST:
                manifest = json.loads(data)
                change(manifest)
                data = json.dumps(manifest).encode()
            new.writestr(name, data)
    with pytest.raises(BadFileError, match=words):
        container.load(tmp_path / "b.yewfinch")


def solved(seed, kind_keys=None):
    """A sitter solved without error: a random person's landmarks, turned and shifted."""
    from scipy.spatial.transform import Rotation

    truth = draw(np.random.default_rng(seed))
    keys = tuple(k for k in truth if kind_keys is None or k in kind_keys)
    turn = Rotation.from_euler("xyz", [4, -7, 3], degrees=True).as_matrix()
    points = np.array([truth[k] for k in keys]) @ turn.T + [3.0, -8.0, 12.0]
    solution = Solution(keys, points, 1e-4 * np.eye(3 * len(keys)), dict.fromkeys(keys, ("a",)), ())
    return Sitter(solution=solution, known=(KnownDistance("ex_l", "ex_r", 90.0),)), keys, points


@pytest.mark.parametrize("seed", [1, 2, 3, 4])
def test_fitted_to_a_sitter(portrait, maker, seed):
    portrait.sitter, keys, points = solved(seed)
    for lopsided, most in ((True, 0.5), (False, 2.5)):
        person = person_of(portrait, maker.shaper, portrait.figure.person, lopsided=lopsided)
        portrait.perform(maker.steer(portrait, person, "fit"))
        clay = portrait.landmarks()
        laid_on = [k for k in keys if k.split("_")[0] not in ("ps", "pi", "p")]
        here = np.array([clay[k] for k in laid_on])
        there = points[[keys.index(k) for k in laid_on]]
        gap = np.linalg.norm(procrustes(here, there).to_sitter(here) - there, axis=1)
        assert np.sqrt((gap**2).mean()) < most
        assert problems(portrait) == []


def test_a_fit_to_some_landmarks_guesses_the_rest_and_the_sex(portrait, maker):
    woman = np.array(list(maker.shaper.marks.mean(0.0, 30.0)))
    keys = maker.shaper.keys
    some = [
        k for k in keys if k.split("_")[0] in ("en", "ex", "prn", "sn", "ch", "gn", "t", "al", "zy", "go", "g", "li")
    ]
    points = np.array([woman[keys.index(k)] for k in some])
    portrait.sitter = Sitter(
        solution=Solution(tuple(some), points, 1e-4 * np.eye(3 * len(some)), dict.fromkeys(some, ("a",)), ())
    )
    person = person_of(portrait, maker.shaper, Person(1.0, 30.0))
    assert person.sex < 0.25
    found = maker.shape(person).landmarks
    assert np.linalg.norm(found["eu_l"] - woman[keys.index("eu_l")]) < 6.0


def test_without_a_solution_there_is_nothing_to_fit(portrait, maker):
    with pytest.raises(CannotSolveError, match="not solved yet"):
        person_of(portrait, maker.shaper, portrait.figure.person)
