"""Sitter, clay and norm side by side; the numbers as CSV; what a photo record can do."""

import csv
from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.anatomy.lore.measures import MEASURES, Measure
from yewfinch.core.formats.numbers import COLUMNS, comparison_csv
from yewfinch.core.sitter.alignment import Alignment
from yewfinch.core.sitter.compare import compare
from yewfinch.core.sitter.likeness import likeness
from yewfinch.core.sitter.photo import Photo, Sitter
from yewfinch.demo.demo_portrait import demo_portrait

BY_KEY = {m.key: m for m in MEASURES}


@pytest.fixture(scope="module")
def demo():
    p = demo_portrait()
    yield p
    p.history.close()


def one(demo, key, **changes):
    measure = replace(BY_KEY[key], **changes)
    return compare([measure], demo.landmarks(), demo.sitter.solution, None, demo.sitter.kind)[0]


def test_a_distance_has_sitter_clay_norm_and_z(demo):
    row = one(demo, "mouth_width")
    points = demo.landmarks()
    assert row.clay == pytest.approx(np.linalg.norm(points["ch_l"] - points["ch_r"]))
    assert row.spread > 0.1
    # norm of both sexes: the mean of 54.5 and 50.2 mm (Farkas 1994, from memory)
    assert row.norm[0] == pytest.approx((54.5 + 50.2) / 2)
    assert row.z == pytest.approx((row.clay - row.norm[0]) / row.norm[1])
    for words in (f"sitter {row.sitter:.1f}", f"clay {row.clay:.1f}", "norm 52.4", "mm", "Source: F."):
        assert words in row.words()


def test_significance_needs_two_spreads(demo):
    row = one(demo, "mouth_width")
    assert row.significant
    assert not replace(row, spread=abs(row.clay - row.sitter) / 1.9).significant
    assert replace(row, spread=abs(row.clay - row.sitter) / 2.1).significant
    assert not replace(row, sitter=None).significant


def test_without_a_solution_only_the_clay_is_measured(demo):
    row = compare([BY_KEY["pupils"]], demo.landmarks(), None, None)[0]
    assert row.sitter is None
    assert row.texts[0] == "-"
    assert row.texts[1].startswith("6")
    assert "sitter" not in row.words()
    nothing = compare([BY_KEY["pupils"]], {}, None, None)[0]
    assert nothing.texts[1] == "-"
    assert "landmarks are missing" in nothing.words()
    assert nothing.z is None


def test_tilts_are_taken_in_the_sitters_frame_and_sizes_stay_the_clays(demo):
    points = demo.landmarks()
    a = np.radians(10)
    roll = np.array([[np.cos(a), -np.sin(a), 0], [np.sin(a), np.cos(a), 0], [0, 0, 1]])
    lay = Alignment(roll, np.array([5.0, 6.0, 7.0]), 1.2)
    level = compare([BY_KEY["mouth_tilt"], BY_KEY["pupils"]], points, None, None)
    turned = compare([BY_KEY["mouth_tilt"], BY_KEY["pupils"]], points, None, lay)
    assert turned[0].clay - level[0].clay == pytest.approx(10, abs=0.5)
    assert turned[1].clay == pytest.approx(level[1].clay)


def test_canons_show_what_they_ask_for(demo):
    row = one(demo, "canon8")
    assert row.norm_text == "1.5"
    assert "asked for 1.5" in row.words()
    assert row.z_text == ""
    own = Measure("own1", "mine", "ratio", ("en_l", "en_r", "p_l", "p_r"), 0.5, group="own")
    assert compare([own], demo.landmarks(), demo.sitter.solution, None)[0].norm_text == "0.5"


def test_the_csv_holds_every_number_once(demo):
    found = likeness(demo.landmarks(), demo.sitter.solution, scaled=True)
    rows = compare(MEASURES, demo.landmarks(), demo.sitter.solution, found.alignment)
    text = comparison_csv(demo.sitter, found, [], rows).decode()
    held = list(csv.DictReader(text.splitlines()))
    assert tuple(held[0]) == COLUMNS
    kinds = [r["kind"] for r in held]
    assert kinds.count("overall") == 1
    assert kinds.count("landmark") == len(found.offsets)
    assert kinds.count("measure") == len(MEASURES)
    assert kinds.count("photo") == 3
    mouth = next(r for r in held if r["key"] == "mouth_width")
    assert float(mouth["difference"]) == pytest.approx(float(mouth["clay"]) - float(mouth["sitter"]), abs=2e-3)
    assert comparison_csv(Sitter(), None, [], []).decode().splitlines() == [",".join(COLUMNS)]


# --- photos -------------------------------------------------------------------------------------


def test_photos_are_moved_within_their_order():
    sitter = Sitter(tuple(Photo(i, i, i, 9, 9) for i in "abcd"))
    assert [p.id for p in sitter.moved("a", 2).photos] == ["b", "c", "a", "d"]
    assert [p.id for p in sitter.moved("d", -5).photos] == ["d", "a", "b", "c"]
    assert [p.id for p in sitter.moved("b", 99).photos] == ["a", "c", "d", "b"]
    with pytest.raises(KeyError):
        sitter.moved("z", 0)


def test_taking_a_mark_away_takes_its_certainty_too():
    photo = Photo("a", "a", "a", 9, 9).marked("prn", (1, 2)).rated("prn", "guessed")
    assert photo.marked("prn", None).certainty == {}
    assert photo.rated("prn", "clear").certainty == {}
    assert photo.marked("prn", (3, 4)).certainty == {"prn": "guessed"}  # moving it does not make it clear
    assert photo.rated("prn", "hidden").usable() == {}


def test_a_line_of_one_point_is_none():
    photo = Photo("a", "a", "a", 9, 9).curved("jaw", ((1.0, 1.0), (2.0, 2.0)))
    assert photo.curved("jaw", ((1.0, 1.0),)).curves == {}
    assert photo.spanned("iris_l", (1.0, 1.0, 5.0, 1.0)).spanned("iris_l", None).spans == {}
