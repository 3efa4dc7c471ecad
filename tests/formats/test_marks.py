"""Marks as CSV and JSON: there and back, and every way a file can be wrong."""

import json
from dataclasses import replace

import pytest

from yewfinch.core.formats.marks import read_marks, write_marks
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.sitter.photo import Photo, Sitter


@pytest.fixture
def sitter():
    a = Photo("photo1", "front", "photo1.jpg", 400, 500, marks={"prn": (200.25, 250.5), "gn": (201.0, 400.0)})
    a = a.rated("gn", "guessed").rated("t_l", "hidden")
    return Sitter((a, Photo("photo2", "side", "photo2.jpg", 400, 500)))


@pytest.mark.parametrize("suffix", [".csv", ".json"])
def test_marks_come_back_as_they_were(sitter, tmp_path, suffix):
    path = tmp_path / f"marks{suffix}"
    assert write_marks(sitter, path) == 3
    bare = replace(sitter, photos=tuple(replace(p, marks={}, certainty={}) for p in sitter.photos))
    back, count = read_marks(bare, path)
    assert count == 3
    assert back.photos == sitter.photos


def test_a_file_for_one_photo_may_name_any(sitter, tmp_path):
    (tmp_path / "m.csv").write_text("Photo,Landmark,X,Y\nwhatever.jpg,prn,10,20\n")
    back, _ = read_marks(sitter, tmp_path / "m.csv", only="side")
    assert back.photos[1].marks == {"prn": (10.0, 20.0)}
    assert back.photos[0] == sitter.photos[0]


HEAD = "photo,landmark,x,y,certainty\n"


@pytest.mark.parametrize(("text", "message"), [
    ("", "first line lacks photo, landmark, x, y"),
    ("photo,landmark,x\n", "lacks y"),
    (HEAD, "holds no marks"),
    (HEAD + "front,prn,nan,5,clear\n", r"line 2: x is nan"),
    (HEAD + "front,prn,5,inf,clear\n", r"y is inf"),
    (HEAD + "front,prn,,5,clear\n", r"x must be a number"),
    (HEAD + "front,prn,five,5,clear\n", r"x must be a number, got 'five'"),
    (HEAD + "front,prn,4000,5,clear\n", r"outside 'front', which is 400 x 500"),
    (HEAD + "front,prn,-1,5,clear\n", r"outside"),
    (HEAD + "front,nose,1,5,clear\n", r"'nose' is no landmark"),
    (HEAD + "back,prn,1,5,clear\n", r"no photo called 'back'"),
    (HEAD + "front,prn,1,5,sure\n", r"certainty must be"),
    (HEAD + "front,prn,1,5,clear\nfront,prn,2,5,clear\n", r"line 3: 'prn' is given twice"),
    (HEAD + "front,prn\n", r"2 values where 5 are needed"),
])  # fmt: skip
def test_a_wrong_csv_is_refused_whole_and_by_line(sitter, tmp_path, text, message):
    path = tmp_path / "m.csv"
    path.write_text(text)
    with pytest.raises(BadFileError, match=message):
        read_marks(sitter, path)


@pytest.mark.parametrize(("content", "message"), [
    ("{", "damaged"), ("[]", "no list of marks"), ('{"photos": {}}', "no list of marks"),
    ('{"yewfinch_marks": 9, "photos": {}}', "another version"),
    ('{"yewfinch_marks": 1, "photos": {"front": 3}}', "marks of 'front' are damaged"),
    ('{"yewfinch_marks": 1, "photos": {"front": {"prn": 3}}}', "'prn' of 'front' is damaged"),
    ('{"yewfinch_marks": 1, "photos": {"front": {"prn": {"x": NaN, "y": 3}}}}', "x is nan"),
    (b"\xff\xfe\x00\x01", "no text file"),
])  # fmt: skip
def test_a_wrong_json_is_refused(sitter, tmp_path, content, message):
    path = tmp_path / "m.json"
    path.write_bytes(content if isinstance(content, bytes) else content.encode())
    with pytest.raises(BadFileError, match=message):
        read_marks(sitter, path)


def test_two_photos_of_one_name_are_not_guessed_at(sitter, tmp_path):
    twice = replace(sitter, photos=(sitter.photos[0], replace(sitter.photos[1], name="front")))
    (tmp_path / "m.csv").write_text(HEAD + "front,prn,1,5,clear\n")
    with pytest.raises(BadFileError, match="2 photos are called 'front'"):
        read_marks(twice, tmp_path / "m.csv")


def test_the_json_is_what_the_format_says(sitter, tmp_path):
    write_marks(sitter, tmp_path / "m.json")
    held = json.loads((tmp_path / "m.json").read_text())
    assert held["yewfinch_marks"] == 1
    assert held["photos"]["front"]["gn"] == {"x": 201.0, "y": 400.0, "certainty": "guessed"}
    with pytest.raises(BadFileError, match=r"written as \.csv or \.json"):
        write_marks(sitter, tmp_path / "m.txt")
    with pytest.raises(BadFileError, match="cannot be read"):
        read_marks(sitter, tmp_path / "gone.csv")
