"""Phrases: the English sentence itself, which remembers its template and values."""

import pickle

import pytest

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.formats import container
from yewfinch.core.formats.records import as_record
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import Phrase, counted, in_a_row, phrase
from yewfinch.demo.shapes import cube_sphere


def test_a_phrase_is_its_english_sentence():
    made = phrase("{0}: {1:.1f} mm {2!r}", "nose", 1.25, "x")
    assert made == "nose: 1.2 mm 'x'"
    assert (made.template, made.values) == ("{0}: {1:.1f} mm {2!r}", ("nose", 1.25, "x"))
    assert hash(made) == hash("nose: 1.2 mm 'x'")
    assert {made: 1}["nose: 1.2 mm 'x'"] == 1


def test_parts_put_together_stay_phrases():
    made = "A " + phrase("{0} mm", 3) + " b"
    assert made == "A 3 mm b"
    assert isinstance(made, Phrase)
    row = in_a_row(" · ", [phrase("{0} mm", 3), "{odd}"])
    assert row == "3 mm · {odd}"
    assert [str(v) for v in row.values] == ["3 mm", "{odd}"]
    assert in_a_row(", ", []) == ""


def test_one_and_many():
    one, many = (counted("{0} piece of {1}", "{0} pieces of {1}", n, "clay") for n in (1, 3))
    assert (one, many) == ("1 piece of clay", "3 pieces of clay")
    assert one.template == many.template == "{0} pieces of {1}"  # what translators have plural forms of
    assert (one.number, many.number) == (1, 3)


def test_an_error_says_its_phrase():
    error = YewfinchError(phrase("There is no {0}.", "nose"))
    assert str(error) == "There is no nose."
    assert isinstance(str(error), Phrase)
    assert str(YewfinchError("a", 1)) == "('a', 1)"
    assert str(YewfinchError()) == ""


@pytest.mark.parametrize("made", [phrase("{0} mm", 3.5), counted("{0} eye", "{0} eyes", 1)])
def test_phrases_go_to_other_processes(made):
    again = pickle.loads(pickle.dumps(made))
    assert again == made
    assert (again.template, again.values, again.number) == (made.template, made.values, made.number)


def test_what_is_called_by_a_phrase_is_saved_as_its_text(tmp_path):
    portrait = Portrait()
    portrait.pieces["a"] = Piece("a", phrase("{0} copy", "Ball"), cube_sphere(6))
    container.save(portrait, tmp_path / "a.yewfinch")
    again = container.load(tmp_path / "a.yewfinch")
    assert again.pieces["a"].name == "Ball copy"
    assert type(again.pieces["a"].name) is str
    with pytest.raises(TypeError, match="no file can hold"):
        as_record({"a": object()})
    assert type(as_record({"a": phrase("{0} b", 1)})["a"]) is str
