"""Settings, new portraits, soundness."""

from dataclasses import replace

import numpy as np
import pytest

import yewfinch.warm
from yewfinch.core.anatomy.head.base_head import HEAD
from yewfinch.core.anatomy.population import plain
from yewfinch.core.document.verbs.check import problems
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.session.settings import MOST_RECENT, Settings
from yewfinch.core.shared import warmup
from yewfinch.core.shared.folders import cache_dir
from yewfinch.core.shared.progress import part


@pytest.fixture
def home(tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_CONFIG", str(tmp_path))
    monkeypatch.setenv("YEWFINCH_CACHE", str(tmp_path / "cache"))
    return tmp_path


def test_recent_files_are_kept_newest_first(home):
    s = Settings()
    for i in range(MOST_RECENT + 3):
        s.opened(home / f"{i}.yewfinch")
    s.opened(home / "5.yewfinch")
    back = Settings.load()
    assert len(back.recent) == MOST_RECENT
    assert back.recent[0].endswith("/5.yewfinch")
    assert len(set(back.recent)) == MOST_RECENT


@pytest.mark.parametrize("text", ["", "[]", '{"recent": 3}', '{"keys": "x"}', "\x00"])
def test_damaged_settings_count_as_none(home, text):
    (home / "settings.json").write_text(text)
    assert Settings.load() == Settings()


def test_the_plain_head_is_cached_and_comes_back_the_same(made_head, monkeypatch, tmp_path):
    model, calls = plain.plain_model(), []
    home = tmp_path
    monkeypatch.setenv("YEWFINCH_CACHE", str(home / "cache"))

    def made(_progress):
        calls.append(1)
        return model

    monkeypatch.setattr(plain.head_model, "make_model", made)
    monkeypatch.setattr(plain, "_HELD", {})
    for _ in range(2):
        plain._HELD.clear()
        again = plain.plain_model()
        assert len(calls) == 1
        np.testing.assert_array_equal(again.positions, model.positions)
        assert again.regions == model.regions
    next((home / "cache").glob("base-head*.npz")).write_bytes(b"broken")
    plain._HELD.clear()
    plain.plain_model()
    assert len(calls) == 2  # a damaged cache is made again


def test_soundness_names_what_is_wrong(portrait):
    assert problems(portrait) == []
    s = portrait.surface(HEAD)
    s.positions[7, 1] = np.nan
    portrait.anchors["xyz"] = Anchor(HEAD, (0, 1, 2), (0.5, 0.4, 0.4))
    portrait.pieces["eye_left"] = replace(portrait.pieces["eye_left"], name="Left")
    from yewfinch.core.mesh.surface.surface import Surface

    eye = portrait.surface("eye_left")
    portrait.pieces["eye_left"] = replace(portrait.pieces["eye_left"], surface=Surface(eye.positions, eye.faces[5:]))
    portrait.lines["moustache"] = (Anchor(HEAD, (0, 1, 2), (0.5, 0.4, 0.4)),)
    text = " ".join(problems(portrait))
    for words in (
        "Head: some positions are not numbers",
        "'xyz' is not known",
        "do not add up",
        "Left: the surface is open",
        "line 'moustache' is not known",
    ):
        assert words in text


def test_warm_up_reports_and_refuses_duplicates():
    heard = []
    assert yewfinch.warm
    assert warmup.run(lambda f, t: heard.append((f, t))) >= 4
    assert heard[-1] == (1.0, "ready")
    assert [f for f, _ in heard] == sorted(f for f, _ in heard)
    with pytest.raises(ValueError, match="registered already"):
        warmup.register("surfaces", lambda: None)


def test_a_part_of_a_progress_is_mapped():
    heard = []
    report = part(lambda f, t: heard.append(f), 0.2, 0.6)
    report(0.0, "")
    report(0.5, "")
    report(1.0, "")
    assert heard == pytest.approx([0.2, 0.4, 0.6])


def test_a_home_that_cannot_be_written_starts_with_defaults(tmp_path, monkeypatch):
    (tmp_path / "file").write_text("no folder")
    for variable in ("YEWFINCH_CACHE", "YEWFINCH_CONFIG", "YEWFINCH_STATE"):
        monkeypatch.setenv(variable, str(tmp_path / "file" / "below"))
    assert Settings.load() == Settings()
    Settings(dark=True).save()
    folder = cache_dir()
    assert folder.is_dir()
    assert cache_dir() == folder
