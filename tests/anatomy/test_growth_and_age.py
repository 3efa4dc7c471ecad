"""Growth, ageing and the sexes of base heads against published facts, each with its source; recalled ones say so."""

import numpy as np
import pytest

from yewfinch.core.anatomy.figure.head_shape import plain_shaper
from yewfinch.core.anatomy.figure.person import Person
from yewfinch.core.shared.geometry import angle

AGES = (3.0, 8.0, 14.0, 30.0, 50.0, 70.0, 85.0)


@pytest.fixture(scope="module")
def heads():
    """Landmarks by sex (0 woman, 1 man, 0.5 between) and age."""
    shaper = plain_shaper()
    return {
        (sex, age): shaper.shape(Person(sex, age), draft=True).landmarks
        for sex in (0.0, 0.5, 1.0)
        for age in AGES
        if sex != 0.5 or age <= 30
    }


def far(at, a, b):
    return float(np.linalg.norm(at[a] - at[b]))


@pytest.mark.parametrize(
    ("ends", "parts", "within"),
    [
        (("n", "gn"), (0.75, 0.84, 0.94), 0.02),  # face height, Farkas 1994, from memory
        (("g", "op"), (0.92, 0.96, 0.98), 0.02),  # head length, the same
        (("n", "sn"), (0.65, 0.80, 0.95), 0.05),  # nose height, the same
        (("p_l", "p_r"), (0.777, 0.873, 0.952), 0.03),  # 49, 55, 60 of 63 mm, Dodgson 2004 and handbooks, from memory
    ],
)
def test_a_childs_face_grows_as_published(heads, ends, parts, within):
    grown = far(heads[0.5, 30.0], *ends)
    for age, part in zip((3.0, 8.0, 14.0), parts, strict=True):
        assert far(heads[0.5, age], *ends) / grown == pytest.approx(part, abs=within), age


def test_the_eyes_lie_low_in_a_childs_head_and_halfway_in_a_grown_one(heads):
    # 0.43 at three, 0.46 at eight, 0.49 at fourteen, 0.50 grown, from the chin to the crown (common practice)
    line = []
    for age, place in ((3.0, 0.43), (8.0, 0.46), (14.0, 0.49), (30.0, 0.50)):
        at = heads[0.5, age]
        line.append((at["p_l"][1] - at["gn"][1]) / (at["v"][1] - at["gn"][1]))
        assert line[-1] == pytest.approx(place, abs=0.04), age
    assert line == sorted(line)


@pytest.mark.parametrize("sex", [0.0, 1.0])
def test_old_faces_differ_from_young_ones_as_published(heads, sex):
    young, old, oldest = heads[sex, 30.0], heads[sex, 70.0], heads[sex, 85.0]
    # Heathcote 1995, BMJ 311:1668 (from memory): 0.22 mm a year
    assert far(old, "sa_l", "sba_l") - far(young, "sa_l", "sba_l") == pytest.approx(0.22 * 40, abs=1.5)
    # handbooks (from memory): the upper lip longer by 2 to 4 mm, its red and the lower lip's thinner by a third
    assert 1.6 < far(old, "sn", "sto") - far(young, "sn", "sto") < 4.0
    red = [far(at, "ls", "sto") + far(at, "sto", "li") for at in (young, old)]
    assert 0.6 < red[1] / red[0] < 0.8
    # van den Bosch et al. 1999, Br J Ophthalmol 83:347 (from memory): the fissure shorter by up to a tenth
    assert 0.9 < far(oldest, "en_l", "ex_l") / far(heads[sex, 30.0], "en_l", "ex_l") < 0.97
    # common practice: brow, nose tip and the corners of the mouth come down
    for key, to in (("sci_l", "en_l"), ("prn", "n")):
        assert old[key][1] - old[to][1] < young[key][1] - young[to][1] - 0.8, key
    assert old["ch_l"][1] - old["sto"][1] < young["ch_l"][1] - young["sto"][1]


def test_man_and_woman_differ_beyond_size(heads):
    man, woman = heads[1.0, 30.0], heads[0.0, 30.0]
    # nasolabial angle: women's is larger (Powell & Humphreys 1984, from memory); by landmarks, not by the columella
    assert angle(woman["prn"], woman["sn"], woman["ls"]) > angle(man["prn"], man["sn"], man["ls"]) + 3.0
    # the root of the nose is flatter in women (handbooks, from memory)
    assert angle(woman["g"], woman["n"], woman["prn"]) > angle(man["g"], man["n"], man["prn"]) + 3.0
    # the lips fuller against the face's height
    red = [(far(at, "ls", "sto") + far(at, "sto", "li")) / far(at, "n", "gn") for at in (woman, man)]
    assert red[0] > red[1]
    # convexity g-sn-pg: 12 (4) degrees (Legan & Burstone 1980, from memory)
    for at in (man, woman):
        assert 180.0 - angle(at["g"], at["sn"], at["pg"]) == pytest.approx(12.0, abs=4.0)


@pytest.mark.parametrize("sex", [0.0, 1.0])
def test_lips_lie_behind_the_line_from_nose_to_chin(heads, sex):
    # Ricketts 1968 (from memory): the upper about 4 mm, the lower about 2 mm, within 2
    at = heads[sex, 30.0]
    way = (at["pg"] - at["prn"])[1:]
    for key, behind in (("ls", 4.0), ("li", 2.0)):
        to = (at[key] - at["prn"])[1:]
        before = to[0] / way[0] * way[1]  # where the line passes at its height
        assert (before - to[1]) * abs(way[0]) / np.linalg.norm(way) == pytest.approx(behind, abs=2.0), key


@pytest.mark.parametrize("sex", [0.0, 1.0])
def test_the_outer_corner_of_the_eye_lies_a_little_above_the_inner_one(heads, sex):
    # oculoplastic handbooks, from memory: 1 to 3 mm, 2 to 6 degrees in adults; less in the old (common practice)
    rises = {age: heads[sex, age]["ex_l"] - heads[sex, age]["en_l"] for age in AGES}
    for age in (30.0, 50.0):
        across, up = rises[age][:2]
        assert 1.0 <= up <= 3.0 and 2.0 <= np.degrees(np.arctan2(up, across)) <= 6.0, age
    assert rises[85.0][1] < rises[30.0][1] - 0.8


@pytest.mark.parametrize(("age", "girl", "boy"), [(3.0, 240, 245), (8.0, 270, 280), (14.0, 315, 340)])
def test_children_have_necks_as_stout_as_published(age, girl, boy):
    # neck circumference of children in paediatric surveys, mm, from memory and good to 6 %
    for sex, wanted in ((0.0, girl), (1.0, boy)):
        found = plain_shaper().shape(Person(sex, age), draft=True).neck["neck_girth"]
        assert found == pytest.approx(wanted, rel=0.06), sex
