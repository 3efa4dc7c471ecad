"""Files are written whole or not at all; permissions, links and read-only marks are kept."""

import os
import stat
import tempfile

import pytest

from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.files import write_atomic


def names_in(folder):
    return sorted(p.name for p in folder.iterdir())


def mode(path):
    return stat.S_IMODE(path.stat().st_mode)


@pytest.mark.parametrize("kept", [0o600, 0o640, 0o664, 0o755])
def test_permissions_are_kept(tmp_path, kept):
    file = tmp_path / "a"
    file.write_bytes(b"old")
    file.chmod(kept)
    for private in (False, True):
        write_atomic(file, b"new", private=private)
        assert mode(file) == kept
        assert file.read_bytes() == b"new"


def test_new_files_follow_the_mask_or_are_their_owners(tmp_path):
    before = os.umask(0o027)
    try:
        write_atomic(tmp_path / "open", b"x")
        write_atomic(tmp_path / "own", b"x", private=True)
    finally:
        os.umask(before)
    assert mode(tmp_path / "open") == 0o640
    assert mode(tmp_path / "own") == 0o600


def test_links_stay_links(tmp_path):
    (tmp_path / "far").mkdir()
    real, link, dangling = tmp_path / "far" / "real", tmp_path / "link", tmp_path / "dangling"
    real.write_bytes(b"old")
    link.symlink_to(real)
    dangling.symlink_to(tmp_path / "far" / "made")
    for path in (link, dangling):
        write_atomic(path, b"new")
        assert path.is_symlink()
        assert path.read_bytes() == b"new"
    assert real.read_bytes() == b"new"
    assert names_in(tmp_path / "far") == ["made", "real"]


@pytest.mark.parametrize(
    "name",
    ["x" * 250, "x" * 251 + ".obj", "\udcff.ply", "a\u202eb.obj", "\u202e\u202e", "новый портрет", "a\nb", "a'b\"c"],
)
def test_odd_names_work(tmp_path, name):
    write_atomic(tmp_path / name, b"data")
    assert names_in(tmp_path) == [name]


@pytest.mark.parametrize("name", ["x" * 256, "a\0b", "\ud800"])
def test_names_that_cannot_be_get_a_sentence(tmp_path, name):
    with pytest.raises(BadFileError, match="Choose another") as said:
        write_atomic(tmp_path / name, b"data")
    assert "Errno" not in str(said.value)
    str(said.value).encode()
    assert names_in(tmp_path) == []


def test_what_cannot_be_written_over_is_left(tmp_path):
    file, folder = tmp_path / "a", tmp_path / "folder"
    file.write_bytes(b"old")
    file.chmod(0o444)
    folder.mkdir()
    loop = tmp_path / "loop"
    loop.symlink_to(loop)
    with pytest.raises(BadFileError, match="read-only"):
        write_atomic(file, b"new")
    with pytest.raises(BadFileError, match="no file"):
        write_atomic(folder, b"new")
    with pytest.raises(BadFileError):
        write_atomic(loop, b"new")
    with pytest.raises(BadFileError):
        write_atomic(file / "below", b"new")
    with pytest.raises(BadFileError):
        write_atomic(tmp_path / "nowhere" / "a", b"new")
    assert file.read_bytes() == b"old"
    assert names_in(tmp_path) == ["a", "folder", "loop"]


@pytest.mark.parametrize(
    "fails, call, outcome",
    [
        ("tempfile.mkstemp", 1, b"old"),
        ("os.fdopen", 1, b"old"),
        ("os.fsync", 1, b"old"),
        ("os.chmod", 1, b"old"),
        ("os.replace", 1, b"old"),
        ("os.fsync", 2, b"new"),
    ],
)
def test_a_fault_at_any_step_leaves_old_or_new(tmp_path, monkeypatch, fails, call, outcome):
    """A fault at each file operation of saving: what is there afterwards is whole, and nothing lies beside it."""
    file = tmp_path / "a"
    file.write_bytes(b"old")
    module, name = fails.split(".")
    real, calls = getattr({"os": os, "tempfile": tempfile}[module], name), []

    def fault(*args, **more):
        calls.append(args)
        if len(calls) == call:
            raise OSError(28, "No space left on device")
        return real(*args, **more)

    monkeypatch.setattr(f"yewfinch.core.shared.files.{fails}", fault)
    if outcome == b"old":
        with pytest.raises(BadFileError, match="No space left on device"):
            write_atomic(file, b"new")
    else:
        write_atomic(file, b"new")
    monkeypatch.undo()
    assert len(calls) >= call
    assert file.read_bytes() == outcome
    assert names_in(tmp_path) == ["a"]


def test_settings_are_their_owners(tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_CONFIG", str(tmp_path / "made"))
    Settings(dark=True).save()
    assert mode(tmp_path / "made") == 0o700
    assert mode(tmp_path / "made" / "settings.json") == 0o600
    assert Settings.load().dark
