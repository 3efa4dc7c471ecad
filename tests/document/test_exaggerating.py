"""Exaggeration: the norm at 0, the person at 1, measures in proportion, eyes whole, nothing through itself."""

import numpy as np
import pytest
from scipy.spatial import cKDTree
from scipy.spatial.transform import Rotation

from yewfinch.core.anatomy.figure.person import PRESETS, Figure, Person
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.norms import NORMS, distance
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.document.verbs import exaggerating, eyes, form_layers, remeshing
from yewfinch.core.document.verbs.exaggerating import Usual
from yewfinch.core.document.verbs.remeshing import Layout
from yewfinch.core.features.exaggeration import laid, mean_of
from yewfinch.core.features.eyes.eye import off_the_eye
from yewfinch.core.formats import container
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.shared.errors import YewfinchError


def _usual(mean, level=2):
    landmarks = {k: p for k, p in figures().shape(mean).landmarks.items() if k in LANDMARKS}
    return Usual(landmarks, figures().positions(Figure(mean, level)))


def _measures(points):
    found = {n.key: distance(points, n.start, n.end) for n in NORMS}
    return {k: v for k, v in found.items() if v is not None}


def _crossed(p):
    head = p.surface("head")
    return len(crossings(head.positions, head.triangles()))


@pytest.mark.parametrize(("sex", "age", "seed"), [(1.0, 43.9, 2062), (0.5, 60.0, 9)])
def test_measures_go_in_proportion_from_the_norm_through_the_person(sex, age, seed):
    p = new_portrait(Figure(Person(sex=sex, age=age, seed=seed, asymmetry=1.0)))
    mean = exaggerating.usual_person(p)
    assert (mean.sex, mean.age, mean.seed) == (sex, age, 0)
    was, own, usual = p.surface("head").positions.copy(), _measures(p.landmarks()), _usual(mean)
    norm = _measures(usual.landmarks)
    places = {k: eyes.standing(p.pieces[k]).place for k in ("eye_left", "eye_right")}
    edit, key = exaggerating.begin(p, "head", usual)
    p.perform(edit)
    assert (p.surface("head").positions == was).all()
    for k in (0.0, 2.0, 3.0, 1.0):
        p.perform(exaggerating.exaggerate(p, "head", key, k))
        assert exaggerating.strength(p, "head", key) == pytest.approx(k)
        now = _measures(p.landmarks())
        off = {n: abs(v - (norm[n] + k * (own[n] - norm[n]))) for n, v in now.items()}
        assert np.median(list(off.values())) < 0.2
        # between norm and person within 0.5 mm, beyond him within 2 %
        if k < 1.0:
            assert max(off.values()) < 0.35, off
            assert off["pupils"] < 0.05
        part = {n: off[n] / (norm[n] + k * (own[n] - norm[n])) for n in off}
        assert max(part.values()) < 0.02, (k, part)
        assert _crossed(p) == 0, k
        for name in places:  # balls stay balls, and lids are no farther in them than they were
            eye = eyes.standing(p.pieces[name])
            assert eye.diameter == pytest.approx(24.2, abs=0.01)
            assert off_the_eye(eye, p.surface("head").positions.astype(float)).min() > -1.0
    assert (p.surface("head").positions == was).all()
    for name, place in places.items():
        np.testing.assert_allclose(eyes.standing(p.pieces[name]).place, place, atol=1e-3)
    assert np.linalg.norm(p.surface("head").positions - was, axis=1).max() == 0.0
    p.history.close()


def test_another_portrait_as_the_norm_is_met_with_its_eyes():
    """Two persons whose eyes stand differently: at 0 the one has the other's form and pupils, and back again."""
    p, other = (
        new_portrait(Figure(Person(sex=s, age=a, seed=n, asymmetry=1.0))) for s, a, n in ((0, 30, 5), (1, 66, 8))
    )
    apart = [np.linalg.norm(v["p_l"] - v["p_r"]) for v in (p.landmarks(), other.landmarks())]
    assert abs(apart[0] - apart[1]) > 2.0
    was, places = (
        p.surface("head").positions.copy(),
        [eyes.standing(p.pieces[k]).place for k in ("eye_left", "eye_right")],
    )
    edit, key = exaggerating.begin(p, "head", exaggerating.usual_of([other], p.pieces["head"]))
    p.perform(edit)
    p.perform(exaggerating.exaggerate(p, "head", key, 0.0))
    now, norm = _measures(p.landmarks()), _measures(other.landmarks())
    assert max(abs(now[k] - norm[k]) for k in now) < 0.3
    assert abs(now["pupils"] - norm["pupils"]) < 0.05
    turn, shift = laid(p.landmarks(), other.landmarks())
    off = p.surface("head").positions - (other.surface("head").positions @ turn.T + shift)
    assert np.percentile(np.linalg.norm(off, axis=1), 99) < 0.3
    assert _crossed(p) == 0
    p.perform(exaggerating.exaggerate(p, "head", key, 2.0))
    p.perform(exaggerating.exaggerate(p, "head", key, 1.0))
    assert np.array_equal(p.surface("head").positions, was)
    for name, place in zip(("eye_left", "eye_right"), places, strict=True):
        np.testing.assert_allclose(eyes.standing(p.pieces[name]).place, place, atol=2e-3)
    p.history.close()
    other.history.close()


def test_the_motion_that_lays_a_norm_onto_a_person_is_found_again():
    rng = np.random.default_rng(3)
    norm = {f"m{i}": rng.normal(0, 50, 3) for i in range(12)}
    turn, shift = Rotation.random(rng=rng).as_matrix(), np.array([3.0, -8.0, 20.0])
    got, by = laid({k: turn @ v + shift for k, v in norm.items()}, norm)
    np.testing.assert_allclose(got, turn, atol=1e-9)
    np.testing.assert_allclose(by, shift, atol=1e-9)
    with pytest.raises(YewfinchError, match="landmarks"):
        laid({"m1": norm["m1"]}, norm)


def test_a_remeshed_head_is_exaggerated_smoothly_through_its_landmarks():
    p = new_portrait(Figure(Person(sex=1.0, age=40.0, seed=5)))
    p.perform(remeshing.remesh(p, "head", Layout(4.0, 0.0, "", 4.0, True)))
    mean = new_portrait(Figure(exaggerating.usual_person(p)))
    usual = exaggerating.usual_of([mean], p.pieces["head"])
    assert usual.positions is None and "lip_upper#3" in usual.landmarks
    own, norm = _measures(p.landmarks()), _measures(usual.landmarks)
    start = {k: p.line(k) for k in ("lip_upper", "lip_lower", "brow_l")}
    edit, key = exaggerating.begin(p, "head", usual)
    p.perform(edit)
    p.perform(exaggerating.exaggerate(p, "head", key, 0.0))
    turn, shift = laid(p.landmarks(), mean.landmarks())
    for name, line in start.items():  # lines go to the norm's, too, not only landmarks
        theirs = mean.line(name) @ turn.T + shift
        before, after = (cKDTree(theirs).query(v)[0].mean() for v in (line, p.line(name)))
        assert after < 1.2 and after < 0.7 * before, (name, before, after)
    mean.history.close()
    p.perform(exaggerating.exaggerate(p, "head", key, 1.6))
    now = _measures(p.landmarks())
    off = [abs(now[k] - (norm[k] + 1.6 * (own[k] - norm[k]))) for k in now]
    assert np.median(off) < 0.5
    assert max(off) < 3.0
    p.history.close()


def test_one_region_or_one_measure_is_exaggerated_alone():
    p = new_portrait(Figure(Person(sex=1.0, age=40.0, seed=5)))
    was, own = p.surface("head").positions.copy(), _measures(p.landmarks())
    edit, key = exaggerating.begin(p, "head", _usual(exaggerating.usual_person(p)), "nose")
    p.perform(edit)
    p.perform(exaggerating.exaggerate(p, "head", key, 3.0))
    moved = np.linalg.norm(p.surface("head").positions - was, axis=1)
    assert moved[p.pieces["head"].regions["nose"] > 200].mean() > 0.5
    assert moved[was[:, 1] > 70].max() == 0.0 and moved[was[:, 2] < -20].max() == 0.0
    p.history.undo()
    p.history.undo()
    most = exaggerating.unusual(p, 1.0)
    assert [abs(u.z) for u in most] == sorted((abs(u.z) for u in most), reverse=True)
    mouth = next(u for u in most if u.norm.key == "mouth_width")
    assert mouth.z == pytest.approx((own["mouth_width"] - 54.5) / 3.0)  # Farkas 1994, from memory
    edit, key = exaggerating.begin_measure(p, "head", mouth)
    p.perform(edit)
    p.perform(exaggerating.exaggerate(p, "head", key, 2.0))
    now = _measures(p.landmarks())
    assert now["mouth_width"] - own["mouth_width"] == pytest.approx(own["mouth_width"] - mouth.usual, abs=0.35)
    others = [abs(now[k] - own[k]) for k in now if k not in ("mouth_width",)]
    assert np.median(others) < 0.3
    p.history.close()


def test_what_makes_no_sense_is_said_and_the_layer_comes_off_again():
    p = new_portrait(Figure(PRESETS["woman"][1]))
    was = p.surface("head").positions.copy()
    edit, key = exaggerating.begin(p, "head", _usual(Person(sex=1.0, age=70.0)))
    p.perform(edit)
    for k in (-0.5, 4.0, np.nan):
        with pytest.raises(YewfinchError, match="sense"):
            exaggerating.exaggerate(p, "head", key, k)
    assert not exaggerating.exaggerate(p, "head", key, 1.0).changes
    p.perform(exaggerating.exaggerate(p, "head", key, 1.5))
    p.perform(exaggerating.exaggerate(p, "head", key, 1.0))
    p.perform(form_layers.remove(p, "head", key))
    assert (p.surface("head").positions == was).all()
    assert exaggerating.layer_of(p, "head") is None
    with pytest.raises(YewfinchError, match="no region"):
        exaggerating.begin(p, "head", _usual(Person()), "tail")
    p.history.close()


def test_another_portrait_is_the_norm_and_the_mean_of_several_too():
    p, other = (new_portrait(Figure(Person(sex=1.0, age=40.0, seed=k))) for k in (5, 8))
    usual = exaggerating.usual_of([other], p.pieces["head"])
    assert usual.positions is not None  # the same net: vertex by vertex
    edit, key = exaggerating.begin(p, "head", usual)
    p.perform(edit)
    p.perform(exaggerating.exaggerate(p, "head", key, 0.0))
    now, theirs = _measures(p.landmarks()), _measures(other.landmarks())
    off = [abs(now[k] - theirs[k]) for k in now]
    assert len(off) > 18 and np.median(off) < 0.05 and max(off) < 0.5
    turn, shift = laid(p.landmarks(), other.landmarks())
    away = np.linalg.norm(p.surface("head").positions - other.surface("head").positions @ turn.T - shift, axis=1)
    assert np.percentile(away, 99) < 0.06  # what lies on the eyes keeps its distance from them
    p.perform(exaggerating.exaggerate(p, "head", key, 1.0))
    third = new_portrait(Figure(Person(sex=0.0, age=30.0, seed=3)))
    both = exaggerating.usual_of([other, third], p.pieces["head"])
    mean = _measures(both.landmarks)
    one, two = _measures(other.landmarks()), _measures(third.landmarks())
    away = [abs(mean[k] - (one[k] + two[k]) / 2.0) for k in mean]
    assert np.median(away) < 0.3 and max(away) < 2.5  # distances of a mean are nearly the mean of distances
    for q in (p, other, third):
        q.history.close()


def test_the_mean_of_copies_that_were_moved_is_the_thing_itself():
    rng = np.random.default_rng(6)
    points, form = {f"m{i}": rng.normal(0, 50, 3) for i in range(10)}, rng.normal(0, 60, (40, 3))
    copies = []
    for _ in range(4):
        turn, shift = Rotation.random(rng=rng).as_matrix(), rng.normal(0, 30, 3)
        copies.append(({k: turn @ v + shift for k, v in points.items()}, form @ turn.T + shift))
    mean, positions = mean_of(copies)
    turn, shift = laid(points, mean)
    for key, at in points.items():
        np.testing.assert_allclose(turn @ mean[key] + shift, at, atol=1e-6)
    np.testing.assert_allclose(positions @ turn.T + shift, form, atol=1e-6)
    assert mean_of([*copies, (copies[0][0], None)])[1] is None
    with pytest.raises(YewfinchError, match="in common"):
        mean_of([copies[0], ({"x": np.zeros(3)}, None)])
    with pytest.raises(YewfinchError, match="no head"):
        mean_of([])


def test_what_cannot_be_in_proportion_is_said_and_that_is_what_a_ruler_finds(tmp_path):
    """A woman whose eyes would have to come nearer to each other at three times than what lies round them bears."""
    p = new_portrait(Figure(Person(sex=0.3127, age=33.03, seed=103, asymmetry=1.0)))
    usual = _usual(exaggerating.usual_person(p))
    own, norm = _measures(p.landmarks()), _measures(usual.landmarks)
    edit, key = exaggerating.begin(p, "head", usual)
    p.perform(edit)
    p.perform(exaggerating.exaggerate(p, "head", key, 3.0))
    now = _measures(p.landmarks())
    aims = {k: norm[k] + 3.0 * (own[k] - norm[k]) for k in now}
    titles = {n.title for n in NORMS if n.key in now and abs(now[n.key] - aims[n.key]) > 0.021 * aims[n.key]}
    assert titles and edit.told is not None
    assert all(title in edit.told.words for title in titles), edit.told.words
    assert "at 2 times:" not in edit.told.words and "at 3 times:" in edit.told.words
    assert exaggerating.unmet_of(p, "head", key) == edit.told.words
    twin, other = form_layers.duplicate(p, "head", key)
    p.perform(twin)
    container.save(p, tmp_path / "p.yewfinch")
    again = container.load(tmp_path / "p.yewfinch")
    assert exaggerating.unmet_of(again, "head", key) == exaggerating.unmet_of(again, "head", other) == edit.told.words
    again.perform(form_layers.relay(again, "head", key, np.full((len(again.surface("head")), 3), 0.1)))
    assert exaggerating.unmet_of(again, "head", key) == ""  # what is known was of the old steps
