"""The sitter's part of a portrait's file: there and back, and damaged in every way."""

import json
import zipfile
from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.anatomy.lore.measures import Measure
from yewfinch.core.formats import container, sitter_records
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.sitter.photo import Drawing, KnownDistance
from yewfinch.core.sitter.sheets import DesignSheet
from yewfinch.core.sitter.solution import Doubt
from yewfinch.demo.demo_portrait import demo_portrait


@pytest.fixture
def full():
    """The demo with everything a sitter can have."""
    p = demo_portrait()
    first = replace(
        p.sitter.photos[0], note="by the window", tags=("a", "b"), turn=7.5, crop=(10.0, 20.0, 700.0, 900.0),
        exposure=0.5, warmth=-0.25, cut=True, mouth_open=True, certainty={"prn": "guessed", "t_l": "hidden"},
        drawings=(Drawing("thirds", ((1.0, 2.0), (3.0, 4.0)), "#123456", False),),
    )  # fmt: skip
    sheet = DesignSheet(
        "sheet1", "drawing", "sheet1.jpg", 100, 200, "profile-left", 0.4, 1.0, 2.0, 0.3, False, ((1.0, 2.0),)
    )
    p.sitter = replace(
        p.sitter.replaced(first),
        kind="woman",
        age="old",
        years=71.0,
        known=(KnownDistance("ex_l", "ex_r", 90.0, 0.4),),
        sheets=(sheet,),
        files={**p.sitter.files, "sheet1.jpg": p.sitter.files[first.file]},
    )
    doubt = Doubt(2.5, 3.0, ("ch_l",), {"photo1": "smile"}, ("photo2",))
    p.sitter = replace(p.sitter, solution=replace(p.sitter.solution, doubt=doubt))
    p.rules = (Measure("own1", "mine", "ratio", ("en_l", "en_r", "al_l", "al_r"), 1.0, group="own"),)
    yield p
    p.history.close()


def test_everything_of_the_sitter_comes_back(full, tmp_path):
    container.save(full, tmp_path / "a.yewfinch")
    back = container.load(tmp_path / "a.yewfinch")
    assert back.sitter == full.sitter
    assert back.sitter.solution.placing.max() > 0.3
    assert back.lines == full.lines
    assert back.rules == full.rules


def test_an_older_file_without_any_of_it_opens(full, tmp_path):
    container.save(full, tmp_path / "a.yewfinch")
    change(
        tmp_path / "a.yewfinch",
        lambda m: [
            m.pop("lines"),
            m.pop("rules"),
            m["sitter"].pop("solution"),
            m["sitter"].pop("sheets"),
            m["sitter"].pop("known"),
            m["sitter"].pop("kind"),
            m["sitter"].pop("age"),
            m["sitter"].pop("years"),
            [
                [
                    p.pop(k)
                    for k in (
                        "certainty",
                        "spans",
                        "curves",
                        "drawings",
                        "note",
                        "tags",
                        "turn",
                        "crop",
                        "exposure",
                        "warmth",
                        "cut",
                        "mouth_open",
                    )
                ]
                for p in m["sitter"]["photos"]
            ],
        ],
    )
    back = container.load(tmp_path / "a.yewfinch")
    assert back.sitter.solution is None
    assert back.sitter.photos[0].marks == full.sitter.photos[0].marks
    assert back.lines == {}


def change(path, edit, drop=(), replace_with=None):
    """Rewrite a container with its manifest edited and members dropped or replaced."""
    with zipfile.ZipFile(path) as z:
        members = {n: z.read(n) for n in z.namelist() if n not in drop}
    manifest = json.loads(members["portrait.json"])
    edit(manifest)
    members["portrait.json"] = json.dumps(manifest).encode()
    members.update(replace_with or {})
    with zipfile.ZipFile(path, "w") as z:
        for name, data in members.items():
            z.writestr(name, data)


def test_a_solution_of_before_opens_without_doubts(full, tmp_path):
    container.save(full, tmp_path / "a.yewfinch")
    change(
        tmp_path / "a.yewfinch",
        lambda m: [m["sitter"]["solution"].pop("placing"), m["sitter"]["solution"].pop("doubt")],
    )
    back = container.load(tmp_path / "a.yewfinch").sitter.solution
    assert back.doubt == Doubt()
    assert not back.placing.any()


@pytest.mark.parametrize(
    ("edit", "message"),
    [
        (lambda m: m["sitter"].update(years=-3.0), "years"),
        (lambda m: m["sitter"].update(years=4000.0), "years"),
        (lambda m: m["sitter"].update(age="ancient"), "age"),
        (lambda m: m["sitter"]["solution"].update(placing=[1.0]), "does not fit together"),
        (
            lambda m: m["sitter"]["solution"]["placing"].__setitem__(0, -1.0),
            "a number >= 0.0 at sitter.solution.placing",
        ),
        (lambda m: m["sitter"]["solution"]["doubt"].update(differently=["elbow"]), "does not fit together"),
    ],
)
def test_what_is_said_of_the_sitter_is_checked(full, tmp_path, edit, message):
    container.save(full, tmp_path / "a.yewfinch")
    change(tmp_path / "a.yewfinch", edit)
    with pytest.raises(BadFileError, match=message):
        container.load(tmp_path / "a.yewfinch")


def nothing(_manifest):
    return None


def solution(manifest):
    return manifest["sitter"]["solution"]


@pytest.mark.parametrize(("edit", "message"), [
    (lambda m: solution(m)["points"].pop(), "does not fit together"),
    (lambda m: solution(m)["keys"].__setitem__(0, "nowhere"), "does not fit together"),
    (lambda m: solution(m)["seen"].__setitem__("nowhere", ["photo1"]), "does not fit together"),
    (lambda m: solution(m).__setitem__("fits", "all"), "damaged"),
    (lambda m: m["sitter"].__setitem__("kind", "child"), "damaged"),
    (lambda m: m["sitter"]["photos"][0]["drawings"][0].__setitem__("kind", "spell"), "damaged"),
    (lambda m: m["sitter"]["photos"][0]["certainty"].__setitem__("prn", "sure"), "damaged"),
    (lambda m: m["sitter"]["photos"][0].__setitem__("crop", [1, 2]), "damaged"),
    (lambda m: m["sitter"]["sheets"][0].__setitem__("direction", "inside"), "lies nowhere"),
    (lambda m: m["sitter"]["sheets"][0].__setitem__("scale", 0), "a number >= 0.0001 at sitter.sheets"),
    (lambda m: m["sitter"]["sheets"][0].__setitem__("file", "../x.jpg"), "outside itself"),
    (lambda m: m["sitter"]["sheets"][0].__setitem__("width", 10**9), "a whole number <= 100000 at sitter.sheets"),
    (lambda m: m["lines"].__setitem__("lip_upper", 3), "damaged"),
    (lambda m: m["rules"][0].__setitem__("kind", "magic"), "damaged"),
])  # fmt: skip
def test_a_damaged_manifest_is_refused_in_one_sentence(full, tmp_path, edit, message):
    path = tmp_path / "a.yewfinch"
    container.save(full, path)
    change(path, edit)
    with pytest.raises(BadFileError, match=message) as caught:
        container.load(path)
    assert str(caught.value).startswith("a.yewfinch")


def npy(array, tmp_path):
    np.save(tmp_path / "x.npy", array)
    return (tmp_path / "x.npy").read_bytes()


@pytest.mark.parametrize(("array", "message"), [
    (np.zeros((3, 3)), r"float64 \(3, 3\)"), (np.zeros((195, 195), np.float32), "float32"),
    (np.full((195, 195), np.nan), "no numbers"),
])  # fmt: skip
def test_a_wrong_covariance_is_refused(full, tmp_path, array, message):
    path = tmp_path / "a.yewfinch"
    container.save(full, path)
    change(path, nothing, replace_with={sitter_records.COVARIANCE: npy(array, tmp_path)})
    with pytest.raises(BadFileError, match=message):
        container.load(path)


def test_a_missing_covariance_or_photo_is_named(full, tmp_path):
    path = tmp_path / "a.yewfinch"
    for member in (sitter_records.COVARIANCE, "photos/sheet1.jpg", "photos/photo1.jpg"):
        container.save(full, path)
        change(path, nothing, drop=(member,))
        with pytest.raises(BadFileError, match=member.split("/")[1]):
            container.load(path)


def test_lines_and_rules_that_do_not_fit_are_left_out(full, tmp_path):
    path = tmp_path / "a.yewfinch"
    container.save(full, path)
    change(path, lambda m: [
        m["lines"]["lip_upper"][0].__setitem__("corners", [0, 1, 10**8]), m["rules"][0]["landmarks"].pop(),
    ])  # fmt: skip
    back = container.load(path)
    assert "lip_upper" not in back.lines
    assert "lip_lower" in back.lines
    assert back.rules == ()
