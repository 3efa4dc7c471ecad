"""A few spoilt files of each kind through the real window; thousands go through by `./run fuzz`."""

import sys

import pytest

from tools import fuzz
from tools.mutants import full_portrait
from yewfinch.app.bench_window import bench_window
from yewfinch.core.session.settings import Settings


@pytest.fixture
def small_window(qtbot, tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path / "state"))
    w = bench_window(full_portrait(), Settings())
    w.resize(700, 500)
    w.show()
    qtbot.waitUntil(lambda: w.viewport.context is not None, timeout=20000)
    hook = sys.excepthook
    yield w
    sys.excepthook = hook
    w.close()
    w.deleteLater()


def test_spoilt_files_are_taken_or_refused_and_what_is_taken_can_be_undone_saved_and_opened(small_window, tmp_path):
    kinds = [
        "portrait",
        "recovery",
        "jpeg",
        "stamp",
        "marks.json",
        "obj",
        "glb",
    ]
    assert fuzz.run(small_window, tmp_path, kinds, 1, first=900, tell=False) == []
