"""Whose file it is: other windows, other programs."""

import os
import subprocess
import sys

import pytest

from yewfinch.core.session.claims import Claim, claimed, stand_of


@pytest.fixture(autouse=True)
def own_state(tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path / "state"))


def test_a_file_is_claimed_by_one_window_until_it_lets_go(tmp_path):
    path = tmp_path / "a.yewfinch"
    first, second = Claim(), Claim()
    first.take(path)
    second.take(path)
    assert (first.shared, second.shared) == (False, True)
    assert claimed(path)
    assert not claimed(tmp_path / "other.yewfinch")
    first.take(tmp_path / "b.yewfinch")
    assert not second.look_again()  # it is ours now
    assert claimed(path)
    second.release()
    assert not claimed(path)
    first.release()
    assert list((tmp_path / "state" / "open").iterdir()) == []


def test_a_link_is_the_file_it_leads_to(tmp_path):
    (tmp_path / "a.yewfinch").write_bytes(b"x")
    (tmp_path / "b.yewfinch").symlink_to("a.yewfinch")
    held = Claim()
    held.take(tmp_path / "a.yewfinch")
    assert claimed(tmp_path / "b.yewfinch")
    held.release()


def test_a_claim_ends_with_its_process(tmp_path):
    code = (
        "import sys, time; from pathlib import Path; from yewfinch.core.session.claims import Claim\n"
        "c = Claim(); c.take(Path(sys.argv[1])); print('held', flush=True); time.sleep(60)"
    )
    with subprocess.Popen(
        [sys.executable, "-c", code, str(tmp_path / "a.yewfinch")], stdout=subprocess.PIPE, text=True
    ) as other:
        assert other.stdout.readline() == "held\n"
        assert claimed(tmp_path / "a.yewfinch")
        other.kill()
        other.wait()
    assert not claimed(tmp_path / "a.yewfinch")


def test_without_a_state_folder_nothing_is_claimed_and_nothing_fails(tmp_path, monkeypatch):
    (tmp_path / "file").write_bytes(b"")
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path / "file"))
    held = Claim()
    held.take(tmp_path / "a.yewfinch")
    assert not held.shared
    assert not claimed(tmp_path / "a.yewfinch")
    held.release()


def test_a_stand_has_a_date_and_a_size(tmp_path):
    path = tmp_path / "a.yewfinch"
    assert stand_of(path) is None
    assert stand_of(tmp_path / "a\0b") is None
    path.write_bytes(bytes(1_500_000))
    os.utime(path, ns=(0, 1_700_000_000 * 10**9))
    first = stand_of(path)
    assert "2023, " in first.words
    assert first.words.endswith("1.5 MB")
    path.write_bytes(bytes(1_500_000))
    assert stand_of(path) != first
