"""What a few typed letters find, and what the application remembers of the bench."""

import json

import pytest

from yewfinch.core.session.finding import Thing, ranked
from yewfinch.core.session.settings import FAVOURITES, Arrangement, Settings
from yewfinch.core.shared.folders import config_dir

THINGS = (
    Thing("tool", "Smooth", "Evens out what is uneven; everything else stays.", "S"),
    Thing("tool", "Clay", "Lays clay on in flat layers; Ctrl takes it off.", "C"),
    Thing("panel", "Symmetry of shape", "Panel of the stages Form, Block"),
    Thing("command", "Symmetry", "Work on both sides of the face at once, or on one.", "T"),
    Thing("command", "Save as", "Save it under another name.", "Ctrl+Shift+S"),
    Thing("landmark", "tip of the nose (prn)", "The most protruded point of the tip."),
    Thing("photo", "window-seat", "Stand where this photo was taken from"),
    Thing("help page", "Lids and eyes", "A page of the help"),
)


def titles(typed, lately=(), most=12):
    return [THINGS[i].title for i in ranked(THINGS, typed, lately, most)]


@pytest.mark.parametrize(
    ("typed", "first"),
    [
        ("smo", "Smooth"),
        ("smoth", "Smooth"),  # a letter lacks
        ("simmetry", "Symmetry"),  # one is wrong
        ("of shape", "Symmetry of shape"),
        ("sym sha", "Symmetry of shape"),  # beginnings of words
        ("ctrl+shift+s", "Save as"),
        ("T", "Symmetry"),  # a key
        ("prn", "tip of the nose (prn)"),
        ("seat", "window-seat"),
        ("another name", "Save as"),  # by what it does
        ("EYES", "Lids and eyes"),
    ],
)
def test_the_likeliest_comes_first(typed, first):
    assert titles(typed)[0] == first


def test_nothing_is_found_by_letters_that_mean_nothing():
    assert titles("xqzw") == []
    assert titles("///") == []
    assert titles("", lately=()) == []


def test_what_was_used_lately_comes_first_and_alone_if_nothing_is_typed():
    lately = ["panel: Symmetry of shape", "tool: Clay"]
    assert titles("", lately) == ["Symmetry of shape", "Clay"]
    assert titles("symm", ["panel: Symmetry of shape"])[0] == "Symmetry of shape"
    assert titles("symm")[0] == "Symmetry"
    assert len(titles("s", most=2)) == 2


def test_the_arrangement_of_the_bench_is_kept():
    held = Settings(favourites=["mask", *FAVOURITES[1:8], ""], found=["tool: Clay"])
    held.arrangement = Arrangement(
        ["wall"], [200, 700, 380], {"Form": ["Levels", "more panels"]}, ["Likeness"], ["view"], False
    )
    held.save()
    assert Settings.load() == held


@pytest.mark.parametrize(
    "broken",
    [
        {"arrangement": {"hidden": 7}},
        {"arrangement": []},
        {"favourites": "clay"},
        {"arrangement": {"widths": ["wide"]}},
        {"arrangement": {"opened": {"Form": "Levels"}}},
        {"found": 3},
    ],
)
def test_damaged_settings_count_as_none(broken):
    config_dir().mkdir(parents=True, exist_ok=True)
    (config_dir() / "settings.json").write_text(json.dumps(broken))
    assert Settings.load() == Settings()


def test_few_favourites_leave_the_other_keys_free():
    (config_dir() / "settings.json").write_text(json.dumps({"favourites": ["paint"]}))
    assert Settings.load().favourites == ["paint"] + [""] * 8
