"""Base heads of many persons: measures against their targets and published means, and soundness."""

from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.anatomy.figure.person import PRESETS, Person, checked
from yewfinch.core.anatomy.head.head_cage import LIDS
from yewfinch.core.anatomy.head.head_dials import DIALS
from yewfinch.core.anatomy.head.head_field import EYE_RADIUS
from yewfinch.core.anatomy.head.head_form import FORMED, as_triangles
from yewfinch.core.anatomy.head.head_measures import CHILD, OLD, PLAIN, SETTABLE, STEERED
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.shared.errors import YewfinchError


@pytest.fixture(scope="module")
def maker():
    return figures()


@pytest.fixture(scope="module")
def triangles(maker):
    return as_triangles(maker.model.faces(FORMED))


def targets(maker, person):
    at = dict(zip(maker.shaper.keys, maker.shaper.marks.of(person), strict=True))
    return {k: m.value(at) for k, m in STEERED.items()}


@pytest.mark.parametrize(
    "person",
    [
        Person(0.0, 9.0),
        Person(0.8, 66.0, seed=5).with_measure("neck_girth", 430.0),
        Person(0.5, 30.0).with_dial("jowls", 1.0).with_measure("head_length", 180.0),
    ],
    ids=["child", "old man", "dials and measures"],
)
def test_a_symmetric_head_worked_out_by_halves_is_that_which_is_worked_out_whole(maker, person):
    # judge: the way of heads with an asymmetry, here of one that is too small to be seen
    half = maker.shape(person, draft=True)
    whole = maker.shape(replace(person, asymmetry=1e-9), draft=True)
    mirror = maker.model.mirror
    evened = (whole.positions + whole.positions[mirror] * (-1.0, 1.0, 1.0)) / 2
    np.testing.assert_allclose(half.positions, evened, atol=5e-5)  # fields are kept in single precision
    assert half.neck == pytest.approx(whole.neck, abs=0.01)
    np.testing.assert_allclose(half.positions, half.positions[mirror] * (-1.0, 1.0, 1.0), atol=1e-6)


@pytest.mark.parametrize("key", PRESETS)
def test_presets_are_sound(maker, triangles, key):
    shape = maker.shape(PRESETS[key][1])
    assert len(crossings(shape.positions, triangles)) == 0
    np.testing.assert_allclose(shape.positions[maker.model.mirror], shape.positions * [-1, 1, 1], atol=1e-6)
    lid = shape.positions[maker.model.chart == LIDS]
    for centre in shape.eyes:
        assert np.linalg.norm(lid - centre, axis=1).min() > EYE_RADIUS * shape.eye_scale


#: The published spreads contradict each other here: the breadth over both eyes and its parts, women's face heights,
#: and women's noses, which vary more in height than the upper face that they are a part of.
TORN = {"biocular", "intercanthal", "fissure", "face_height", "menton_sellion", "upper_face", "nose_height"}


@pytest.mark.parametrize("sex", [0.0, 1.0])
def test_random_persons_vary_as_published_within_the_error_of_a_sample(maker, sex):
    # Farkas 1994, Zhuang & Bradtmiller 2005, Dodgson 2004, from memory: facts in head_measures with their sources
    n = 200
    found = [targets(maker, Person(sex, 25.0, seed=4000 + i, asymmetry=1.0)) for i in range(n)]
    for key, measure in STEERED.items():
        mean, spread = measure.men if sex else measure.women
        if spread is None or key in TORN or measure.source == PLAIN:
            continue
        values = np.array([one[key] for one in found])
        assert values.mean() == pytest.approx(mean, abs=3 * spread / np.sqrt(n) + 0.005 * mean), key
        assert values.std(ddof=1) == pytest.approx(spread, abs=3 * spread / np.sqrt(2 * n)), key


@pytest.fixture(scope="module")
def presets(maker):
    return {key: maker.shape(person).measures() for key, (_, person, *_) in PRESETS.items()}


@pytest.mark.parametrize("key", PRESETS)
@pytest.mark.parametrize("measure", [m for m in STEERED.values() if m.source != PLAIN], ids=lambda m: m.key)
def test_presets_have_the_published_means(presets, key, measure):
    # Farkas 1994, Zhuang & Bradtmiller 2005, Dodgson 2004, from memory; child and old age as parts
    # of the adult (head_measures). The surveys differ: women's face length from the sellion (N) is
    # larger than their face height from the nasion over it (F), so these two give way.
    person = PRESETS[key][1]
    found = presets[key][measure.key]
    assert found == pytest.approx(
        measure.mean(person.sex, person.age),
        abs=2.2 if measure.key in ("menton_sellion", "face_height") else max(1.0, 0.014 * found),
    )


@pytest.mark.parametrize(
    ("key", "value"),
    [
        ("head_length", 210.0),
        ("face_breadth", 128.0),
        ("nose_protrusion", 27.0),
        ("mouth_width", 61.0),
        ("ear_length", 70.0),
        ("intercanthal", 38.0),
        ("jaw_angle", 122.0),
        ("chin_depth", 152.0),
        ("brow_height", 26.0),
        ("fissure", 28.0),
    ],
)
def test_a_measure_that_is_set_is_met(maker, key, value):
    person = Person(0.5, 40.0).with_measure(key, value)
    found = maker.shape(person).measures()[key]
    assert found == pytest.approx(value, abs=1.0)
    free = maker.shape(Person(0.5, 40.0)).measures()
    assert abs(found - value) < abs(free[key] - value)


def test_several_measures_at_once_and_the_rest_follows(maker):
    person = (
        Person(1.0, 30.0)
        .with_measure("head_length", 215.0)
        .with_measure("face_breadth", 155.0)
        .with_measure("nose_breadth", 30.0)
    )
    found, mean = maker.shape(person).measures(), maker.shape(Person(1.0, 30.0)).measures()
    for key in person.measures:
        assert found[key] == pytest.approx(person.measures[key], abs=1.0)
    assert found["head_breadth"] > mean["head_breadth"]  # big heads are broad, too
    assert maker.shape(person.with_measure("nose_breadth", None)).measures()["nose_breadth"] > 30.5


def test_a_hundred_random_persons_have_their_measures(maker):
    # drafts; with one thread of OpenBLAS instead of two, whose last bits differ, one of them is 1.08 mm off
    for seed in range(1, 201, 4):
        rng = np.random.default_rng(seed)
        person = Person(float(seed % 4 > 1), float(rng.uniform(3, 90)), seed=seed, asymmetry=float(seed % 3 > 0))
        shape = maker.shaper.shape(person, draft=True)
        assert np.isfinite(shape.positions).all()
        found, wanted = shape.measures(), targets(maker, person)
        for key, m in STEERED.items():
            if key not in ("pupils",):
                assert found[key] == pytest.approx(wanted[key], abs=1.1 if m.unit == "mm" else 1.5), (seed, key)
        assert 40 < found["pupils"] < 85


@pytest.mark.parametrize(
    "seed", [*range(1, 9), 44, 89, 389, 118, 140, 149, 150, 198, 17, 79]
)  # the last ones were once faulty
def test_finished_random_persons_have_their_measures_and_do_not_cross_themselves(maker, triangles, seed):
    rng = np.random.default_rng(seed)
    person = Person(float(seed % 2), float(rng.uniform(3, 90)), seed=seed, asymmetry=float(seed % 3 > 0))
    shape = maker.shape(person)
    assert len(crossings(shape.positions, triangles)) == 0
    found, wanted = shape.measures(), targets(maker, person)
    for key in STEERED.keys() - {"pupils"}:
        assert found[key] == pytest.approx(wanted[key], abs=1.0), key
    lid = shape.positions[maker.model.chart == LIDS]
    for centre in shape.eyes:
        assert np.linalg.norm(lid - centre, axis=1).min() > EYE_RADIUS * shape.eye_scale


def test_the_same_number_is_the_same_person(maker):
    first = maker.shaper.shape(Person(seed=17))
    np.testing.assert_array_equal(first.positions, maker.shaper.shape(Person(seed=17)).positions)
    assert np.abs(first.positions - maker.shaper.shape(Person(seed=18)).positions).max() > 2.0


def test_asymmetry_is_off_at_first_and_of_a_natural_size(maker):
    # mirror difference about 0.8 mm root mean square, 0.4 to 1.3 (Taylor et al. 2014, from memory)
    m = maker.model
    face = (m.positions[:, 2] > 30) & (m.positions[:, 1] > -90) & (m.positions[:, 1] < 90)
    sizes = []
    for seed in range(1, 9):
        p = maker.shape(Person(seed=seed, asymmetry=1.0)).positions
        gap = (p - p[m.mirror] * [-1, 1, 1])[face]
        normal = p[face] / np.linalg.norm(p[face], axis=1)[:, None]
        sizes.append(np.sqrt(((gap * normal).sum(axis=1) ** 2).mean()))
    assert 0.4 < np.mean(sizes) < 1.3


@pytest.mark.parametrize("dial", DIALS, ids=lambda d: d.key)
def test_a_dial_does_what_it_says_both_ways(maker, dial):
    plain, more, less = (maker.shaper.shape(Person().with_dial(dial.key, v), draft=True) for v in (0.0, 1.0, -1.0))
    up, down = more.positions - plain.positions, less.positions - plain.positions
    assert 0.8 < np.linalg.norm(up, axis=1).max() < 9.0
    assert (up * down).sum() < 0
    assert np.abs(up[maker.model.mirror] - up * [-1, 1, 1]).max() < 1e-6


def test_dials_change_what_a_sculptor_would_measure(maker):
    def landmarks(**dials):
        return maker.shaper.shape(Person(dials=dials), draft=True).landmarks

    plain = landmarks()
    assert landmarks(tip_up=1.0)["prn"][1] > plain["prn"][1] + 1.0
    assert landmarks(chin=1.0)["pg"][2] > plain["pg"][2] + 1.5
    assert landmarks(ears=1.0)["pa_l"][0] > plain["pa_l"][0] + 2.0
    assert landmarks(brow=1.0)["g"][2] > plain["g"][2] + 0.8
    assert landmarks(mouth_corners=-1.0)["ch_l"][1] < plain["ch_l"][1] - 1.0


def test_age_grows_and_sinks(maker):
    child, young, old = (maker.shape(Person(0.5, a)).measures() for a in (8.0, 30.0, 80.0))
    for key in ("head_length", "face_height", "nose_protrusion", "pupils"):
        assert child[key] < young[key]
    assert old["ear_length"] > young["ear_length"] + 5  # 0.22 mm a year (Heathcote 1995, from memory)
    assert set(CHILD) <= set(SETTABLE)
    assert set(OLD) <= set(STEERED)


@pytest.mark.parametrize(("person", "words"), [
    (Person(sex=2.0), "sex is 2"), (Person(age=2.0), "age is 2"), (Person(age=float("nan")), "age is nan"),
    (Person(dials={"nose": 1.0}), "dial 'nose'"), (Person(dials={"tip": 9.0}), "dial 'tip'"),
    (Person(measures={"head_length": 20.0}), "measure 'head_length'"), (Person(measures={"x": 1.0}), "measure 'x'"),
    (Person(landmarks={"prn": (0.0, float("inf"), 0.0)}), "landmark 'prn'"),
])  # fmt: skip
def test_nonsense_is_named(person, words):
    with pytest.raises(YewfinchError, match=words):
        checked(person)


def test_drawn_faces_rest_and_neither_smile_nor_scowl(maker):
    # common practice: at rest the mouth's corners lie within 3 mm of its middle in height, brows are not drawn down
    # onto the eyes, and the fissure rises outwards by -1 to 11 degrees in nearly all faces
    for seed in range(300, 340):
        person = Person(float(seed % 2), 8.0 + seed % 37, seed=seed)
        at = maker.shaper.shape(person, draft=True).landmarks
        mean = maker.shaper.shape(Person(person.sex, person.age), draft=True).landmarks
        assert abs(at["ch_l"][1] - at["sto"][1]) < 3.0, seed
        brow, usual = (m["sci_l"][1] - m["en_l"][1] for m in (at, mean))
        assert brow > usual - 2.5, seed
        across, up = (at["ex_l"] - at["en_l"])[:2]
        assert -1.0 < np.degrees(np.arctan2(up, across)) < 11.0, seed
