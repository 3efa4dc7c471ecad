"""The log and the report on an unexpected error."""

import os
import stat
import subprocess
import sys

import pytest

from yewfinch import cli
from yewfinch.core.session.journal import Journal


def test_a_report_says_what_is_needed_and_is_in_the_log(tmp_path):
    journal = Journal(tmp_path)
    journal.know("OpenGL", "a renderer")
    for i in range(30):
        journal.act(f"action {i}")
    try:
        int("no number")
    except ValueError as error:
        report = journal.report(error)
    journal.close()
    for words in ("Yewfinch 0", "OpenGL a renderer", "action 29", "action 10", "ValueError", "test_journal.py"):
        assert words in report
    assert "action 9\n" not in report
    assert report in (tmp_path / "yewfinch.log").read_text()
    assert stat.S_IMODE((tmp_path / "yewfinch.log").stat().st_mode) == 0o600
    assert stat.S_IMODE((tmp_path / "faults.txt").stat().st_mode) == 0o600


def test_the_log_does_not_grow_without_end(tmp_path):
    journal = Journal(tmp_path)
    for _ in range(3000):
        journal.report(ValueError("x" * 900))
    journal.close()
    assert sum(f.stat().st_size for f in tmp_path.iterdir()) < 2_000_000
    assert (tmp_path / "yewfinch.log.3").exists()
    assert {stat.S_IMODE(f.stat().st_mode) for f in tmp_path.iterdir()} == {0o600}


def test_a_folder_that_cannot_be_written_is_no_error(tmp_path):
    journal = Journal(tmp_path / "not there" / "at all")
    assert journal.file is None
    assert "ValueError: bad" in journal.report(ValueError("bad"))
    journal.close()


def test_a_crash_of_the_interpreter_leaves_its_stack(tmp_path):
    script = (
        "from yewfinch.core.session.journal import Journal; import faulthandler; j = Journal(); faulthandler._sigsegv()"
    )
    done = subprocess.run(
        [sys.executable, "-c", script], env={**os.environ, "YEWFINCH_STATE": str(tmp_path)}, timeout=120, check=False
    )
    assert done.returncode < 0
    assert "Segmentation fault" in (tmp_path / "faults.txt").read_text()


def test_the_command_line_tells_our_errors_from_the_users(tmp_path, monkeypatch, capsys):
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path))
    assert cli.main(["check", str(tmp_path / "nothing.yewfinch")]) == 1
    assert capsys.readouterr().err.count("\n") == 1
    with pytest.raises(SystemExit) as usage:
        cli.main(["check"])
    assert usage.value.code == 2

    def boom(_args):
        raise KeyError("an error of ours")

    monkeypatch.setattr(cli, "_check", boom)
    assert cli.main(["check", str(tmp_path / "nothing.yewfinch")]) == 70
    said = capsys.readouterr().err
    assert "an error in Yewfinch itself" in said
    assert str(tmp_path / "yewfinch.log") in said
    assert "KeyError: 'an error of ours'" in (tmp_path / "yewfinch.log").read_text()
