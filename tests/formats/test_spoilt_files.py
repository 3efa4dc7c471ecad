"""Spoilt files of every kind through the readers: taken or refused with a sentence, and what is taken can be written.

The same mutants go through the real window in tests/app/test_spoilt_files_in_window.py and `./run fuzz`.
"""

import json
import struct
import zipfile

import numpy as np
import pytest

from tools.mutants import KINDS_OF_FILE, NASTY, full_portrait, json_text, picture
from tools.readers import UGLY, tried, written_again
from yewfinch.core.formats import container, manifest
from yewfinch.core.formats.archive import Archive
from yewfinch.core.shared import memory
from yewfinch.core.shared.errors import BadFileError


@pytest.fixture(scope="module")
def full():
    p = full_portrait()
    yield p
    p.history.close()


@pytest.fixture(scope="module")
def written(full, tmp_path_factory):
    path = tmp_path_factory.mktemp("full") / "full.yewfinch"
    container.save(full, path)
    return path


@pytest.mark.parametrize("kind", KINDS_OF_FILE)
def test_a_spoilt_file_is_taken_or_refused_in_a_sentence(kind, full, tmp_path):
    made = KINDS_OF_FILE[kind]
    seeds = made.sound(tmp_path)
    path = tmp_path / f"mutant{made.suffix}"
    for seed in seeds:
        path.write_bytes(seed)
        assert tried(kind, path, full.sitter) is None  # sound ones are taken
    for number in range(12 if made.suffix == ".yewfinch" else 40):
        path.write_bytes(made.mutant(seeds, 5000 + number))
        tried(kind, path, full.sitter)


def leaves(tree, path=()):
    """Every value of a manifest by its path, one of each kind of place."""
    seen = set()

    def walk(value, at):
        kind = tuple("*" if isinstance(k, int) else k for k in at)
        if isinstance(value, (dict, list)) and value:
            for key, inner in value.items() if isinstance(value, dict) else list(enumerate(value))[:1]:
                yield from walk(inner, (*at, key))
        elif kind not in seen:
            seen.add(kind)
            yield at

    return list(walk(tree, path))


def with_value(tree, path, value):
    tree = json.loads(json.dumps(tree))
    held = tree
    for key in path[:-1]:
        held = held[key]
    held[path[-1]] = value
    return tree


def test_no_place_of_a_manifest_takes_what_is_no_number(full):
    tree = manifest.manifest_of(full)
    tree["kept"] = {"by": {"a": [1.5]}}  # of a later version
    places = leaves(tree)
    assert len(places) > 150
    for path in places:
        for raw in ("@@huge@@", "@@-huge@@", "@@nan@@"):
            with pytest.raises(BadFileError):
                manifest.parsed(json_text(with_value(tree, path, raw)), "x")


def test_what_a_manifest_takes_can_be_written_again(full):
    tree = manifest.manifest_of(full)
    taken = 0
    for number, path in enumerate(leaves(tree)):
        for value in NASTY[number % 9 :: 9]:
            try:
                raw, found = manifest.parsed(json_text(with_value(tree, path, value)), "x")
            except BadFileError as error:
                assert not UGLY.search(str(error))
                continue
            taken += 1
            assert found.yewfinch.schema <= 1
            json.dumps(raw, allow_nan=False)
    assert taken > 30


def test_a_slip_of_ours_costs_one_value_and_not_the_file(full, caplog):
    tree = manifest.manifest_of(full)
    tree["sitter"]["photos"][0]["exposure"] = float("nan")
    tree["sitter"]["photos"][1]["name"] = "n" * 5000
    tree["sitter"]["photos"][2]["note"] = "n" * 150_000
    keys = list(tree["landmarks"])
    tree["landmarks"][keys[2]]["weights"] = [float("inf"), 0.0, 0.0]
    made = manifest.mended(tree)
    assert "exposure" not in made["sitter"]["photos"][0]
    assert len(made["sitter"]["photos"][1]["name"]) == 1000
    assert list(made["landmarks"]) == keys[:2] + keys[3:]
    assert len(made["sitter"]["photos"]) == 3
    assert len(made["sitter"]["photos"][2]["note"]) == 100_000
    assert len(caplog.records) == 4
    manifest.parsed(json.dumps(made, allow_nan=False).encode(), "x")


def members(path):
    with zipfile.ZipFile(path) as held:
        return {n: held.read(n) for n in held.namelist()}


def pack(path, held, kind=zipfile.ZIP_STORED):
    with zipfile.ZipFile(path, "w", kind) as made:
        for name, data in held.items():
            made.writestr(name, data)
    return path


@pytest.mark.parametrize("kind", [zipfile.ZIP_LZMA, zipfile.ZIP_BZIP2])
def test_other_packings_are_refused(written, tmp_path, kind):
    with pytest.raises(BadFileError, match="never are"):
        container.load(pack(tmp_path / "a.yewfinch", members(written), kind))


def test_what_claims_too_much_is_refused_before_it_is_unpacked(written, tmp_path, monkeypatch):
    held = members(written)
    bomb = pack(tmp_path / "a.yewfinch", held | {"photos/photo1.jpg": bytes(300 << 20)}, zipfile.ZIP_DEFLATED)
    assert bomb.stat().st_size < 1 << 20
    with pytest.raises(BadFileError, match="claims more than a portrait can hold"):
        container.load(bomb)
    large = pack(tmp_path / "b.yewfinch", held | {"photos/photo1.jpg": bytes(210 << 20)})
    monkeypatch.setattr(memory, "free", lambda: 300 << 20)
    with pytest.raises(BadFileError, match="too much for the memory"):
        container.load(large)


def test_a_member_that_understates_its_size_is_not_unpacked_further(written, tmp_path, monkeypatch):
    held = members(written)
    zeros = bytes(80 << 20)
    data = bytearray(
        pack(tmp_path / "a.yewfinch", held | {"photos/photo1.jpg": zeros}, zipfile.ZIP_DEFLATED).read_bytes()
    )
    for mark, at in ((b"PK\x01\x02", 24), (b"PK\x03\x04", 22)):
        start = 0
        while (start := data.find(mark, start)) >= 0:
            if struct.unpack_from("<I", data, start + at)[0] == len(zeros):
                data[start + at : start + at + 4] = struct.pack("<I", 5000)
            start += 4
    (tmp_path / "a.yewfinch").write_bytes(data)
    with Archive(tmp_path / "a.yewfinch") as archive:
        asked = []
        unpack = zipfile.ZipExtFile._read1
        monkeypatch.setattr(
            zipfile.ZipExtFile, "_read1", lambda self, n: asked.append(len(found := unpack(self, n))) or found
        )
        with pytest.raises(BadFileError):  # its sum is wrong, too
            archive.read("photos/photo1.jpg")
        assert sum(asked) <= 5000


def test_an_array_header_is_read_as_numpy_writes_it_and_no_otherwise(written, tmp_path):
    held = members(written)
    name = "pieces/head/positions.npy"
    sound = held[name]
    for change in (
        (b"'descr': '<f4'", b"'descr': '<z4'"),
        (b"'shape': (", b"'shape': [("),
        (b"False", b"Truee"),
        (b"{'descr'", b"{'descr\x00"),
        (b"\x93NUMPY\x01", b"\x93NUMPY\x02"),
        (b", 3)", b",99)"),
    ):
        assert change[0] in sound
        with pytest.raises(BadFileError):
            container.load(pack(tmp_path / "a.yewfinch", held | {name: sound.replace(*change)}))
    for value in (np.nan, np.inf, 1e30):
        spoilt = bytearray(sound)
        spoilt[-4:] = np.float32(value).tobytes()
        with pytest.raises(BadFileError, match="no numbers"):
            container.load(pack(tmp_path / "a.yewfinch", held | {name: bytes(spoilt)}))


def test_a_photo_that_is_not_the_size_it_says_is_refused(written, tmp_path):
    held = members(written)
    with pytest.raises(BadFileError, match="96 x 128"):
        container.load(pack(tmp_path / "a.yewfinch", held | {"photos/photo2.jpg": picture(size=(500, 64))}))


def test_the_same_portrait_gives_the_same_bytes(full, tmp_path):
    assert container.to_bytes(full) == container.to_bytes(full)
    container.save(full, tmp_path / "a.yewfinch")
    again = container.load(tmp_path / "a.yewfinch")
    written_again(again, tmp_path)


@pytest.mark.parametrize(
    ("name", "sound"),
    [
        ("head clay", True),
        ("клей", True),
        ("a/b", False),
        ("a\\b", False),
        ("a\0", False),
        ("\ud800", False),
        ("", False),
        ("a\n", False),
        ("a" * 300, False),
    ],
)
def test_ids_may_hold_what_a_name_of_a_member_may(full, name, sound):
    tree = manifest.manifest_of(full)
    tree["pieces"][0]["id"] = name
    if sound:
        assert manifest.parsed(json_text(tree), "x")[1].pieces[0].id == name
    else:
        with pytest.raises(BadFileError):
            manifest.parsed(json_text(tree), "x")
