"""Every edit of the sitter: done, undone, done again, saved and opened, and named in the history."""

from dataclasses import replace

import pytest

from yewfinch.core.anatomy.lore.measures import Measure
from yewfinch.core.document.verbs import marking as marks
from yewfinch.core.formats import container
from yewfinch.core.session.bench import Bench
from yewfinch.core.sitter.joint import solve_sitter
from yewfinch.core.sitter.photo import Drawing, KnownDistance, photo_from
from yewfinch.core.sitter.sheets import new_sheet
from yewfinch.demo.demo_portrait import demo_portrait, photo_file


@pytest.fixture
def bench():
    b = Bench(demo_portrait())
    yield b
    b.portrait.history.close()


def first(bench):
    return bench.portrait.sitter.photos[0]


def sitter_with(bench, **changes):
    bench.portrait.set_field("sitter", replace(bench.portrait.sitter, **changes), "Change the sitter")


def photo_to(bench, photo, name):
    marks.change_photo(bench.portrait, photo, name)


def add_photo(bench):
    photo, data = photo_from(photo_file("front").read_bytes(), "front.jpg", bench.portrait.sitter.photos)
    bench.portrait.set_field("sitter", bench.portrait.sitter.added(photo, data), "Add photo")


def add_sheet(bench):
    sitter = bench.portrait.sitter
    data = photo_file("front").read_bytes()
    sheet = new_sheet("sheet1", "x", "sheet1.jpg", 1080, 1350)
    sitter_with(bench, sheets=(sheet,), files={**sitter.files, "sheet1.jpg": data})


EDITS = {
    "mark": lambda b: marks.set_mark(b.portrait, "photo4", "prn", (12.5, 30.25), "Mark nose tip"),
    "move a mark": lambda b: marks.set_mark(b.portrait, "photo1", "prn", (500.0, 600.0), "Move nose tip"),
    "unmark": lambda b: marks.set_mark(b.portrait, "photo1", "prn", None, "Unmark nose tip"),
    "guessed": lambda b: marks.rate(b.portrait, "photo1", "prn", "guessed", "nose tip: guessed"),
    "hidden": lambda b: marks.rate(b.portrait, "photo1", "op", "hidden", "back of the head: hidden"),
    "line": lambda b: photo_to(b, first(b).curved("hairline", ((1.0, 2.0), (30.0, 4.0))), "Draw hairline"),
    "line away": lambda b: photo_to(b, first(b).curved("lip_upper", ()), "Change upper lip border"),
    "iris": lambda b: photo_to(b, first(b).spanned("iris_l", (1.0, 2.0, 50.0, 2.0)), "Measure iris"),
    "iris away": lambda b: photo_to(b, first(b).spanned("iris_l", None), "Remove iris"),
    "drawing": lambda b: photo_to(b, replace(first(b), drawings=(Drawing("free", ((1.0, 1.0),)),)), "Draw"),
    "turn": lambda b: photo_to(b, replace(first(b), turn=90.0), "Turn the photo"),
    "crop": lambda b: photo_to(b, replace(first(b), crop=(1.0, 2.0, 500.0, 600.0)), "Crop the photo"),
    "light": lambda b: photo_to(b, replace(first(b), exposure=1.0, warmth=0.5), "Adjust the photo"),
    "describe": lambda b: photo_to(b, replace(first(b), name="x", note="y", tags=("z",), lens=None), "Describe x"),
    "mouth open": lambda b: photo_to(b, replace(first(b), mouth_open=True), "Mouth open"),
    "age": lambda b: sitter_with(b, age="old"),
    "years": lambda b: sitter_with(b, years=44.0),
    "cut out": lambda b: photo_to(b, replace(first(b), cut=True), "Cut out of a larger photo"),
    "add": add_photo,
    "remove": lambda b: b.portrait.set_field("sitter", b.portrait.sitter.removed("photo2"), "Remove photo"),
    "reorder": lambda b: b.portrait.set_field("sitter", b.portrait.sitter.moved("photo1", 3), "Reorder the photos"),
    "kind": lambda b: sitter_with(b, kind="man"),
    "known": lambda b: sitter_with(b, known=(KnownDistance("ex_l", "ex_r", 92.0),)),
    "sheet": add_sheet,
    "rule": lambda b: b.portrait.set_field(
        "rules", (Measure("own1", "r", "distance", ("prn", "gn"), 80.0, group="own"),), "Add rule r"
    ),
}  # fmt: skip


@pytest.mark.parametrize("name", list(EDITS))
def test_done_undone_done_again_saved_and_opened(bench, tmp_path, name):
    p = bench.portrait
    before = (p.sitter, p.rules)
    EDITS[name](bench)
    after = (p.sitter, p.rules)
    assert len(p.history.names) == 1
    assert p.history.names[0]
    p.history.undo()
    assert (p.sitter, p.rules) == before
    p.history.redo()
    assert (p.sitter, p.rules) == after
    container.save(p, tmp_path / "a.yewfinch")
    back = container.load(tmp_path / "a.yewfinch")
    assert (back.sitter, back.rules) == after


@pytest.mark.parametrize(
    ("name", "matters"),
    [
        ("mark", True),
        ("move a mark", True),
        ("guessed", True),
        ("iris", True),
        ("describe", True),
        ("cut out", True),
        ("kind", True),
        ("known", True),
        ("remove", True),
        ("line", True),
        ("mouth open", True),
        ("age", True),
        ("years", True),
        ("turn", False),
        ("crop", False),
        ("light", False),
        ("drawing", False),
        ("sheet", False),
        ("rule", False),
    ],
)
def test_only_what_the_solve_rests_on_makes_it_out_of_date(bench, name, matters):
    assert not bench.standpoint.out_of_date()
    EDITS[name](bench)
    assert bench.standpoint.out_of_date() == matters
    bench.portrait.history.undo()
    assert not bench.standpoint.out_of_date()


def test_a_solve_is_an_edit_too(bench):
    EDITS["move a mark"](bench)
    before = bench.portrait.sitter
    assert bench.standpoint.take_solution(solve_sitter(before)[0])
    assert bench.portrait.history.names == ["Move nose tip", "Solve the sitter"]
    assert not bench.standpoint.out_of_date()
    bench.portrait.history.undo()
    assert bench.portrait.sitter == before
    assert bench.standpoint.out_of_date()


def test_a_result_for_other_marks_is_not_taken(bench):
    solved = solve_sitter(bench.portrait.sitter)[0]
    EDITS["move a mark"](bench)
    assert not bench.standpoint.take_solution(solved)
    assert bench.portrait.history.names == ["Move nose tip"]


def test_a_result_keeps_what_was_only_looked_at_meanwhile(bench):
    solved = solve_sitter(bench.portrait.sitter)[0]
    EDITS["crop"](bench)
    EDITS["drawing"](bench)
    assert bench.standpoint.take_solution(solved)
    assert first(bench).crop is not None
    assert first(bench).drawings


def test_the_unchanged_is_no_edit(bench):
    marks.set_mark(bench.portrait, "photo1", "prn", first(bench).marks["prn"], "Move nose tip")
    marks.change_photo(bench.portrait, first(bench), "Nothing")
    assert bench.portrait.history.names == []
