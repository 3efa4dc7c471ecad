"""The command line, in a process of its own, without a display."""

import json
import os
import subprocess
import sys

import numpy as np
import pytest
from PIL import Image


def yewfinch(*args):
    env = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM")}
    return subprocess.run(
        [sys.executable, "-m", "yewfinch.cli", *map(str, args)], capture_output=True, text=True, env=env, timeout=120, check=False
    )


@pytest.mark.parametrize("view", ["front", "profile-left"])
def test_render(tmp_path, demo_file, view):
    out = tmp_path / "a.png"
    done = yewfinch("render", demo_file, "--view", view, "--size", "200x260", "-o", out)
    assert done.returncode == 0, done.stderr
    image = np.asarray(Image.open(out).convert("RGB")).astype(int)
    assert image.shape == (260, 200, 3)
    clay = np.abs(image - (169, 169, 167)).sum(axis=2) > 20
    assert 0.15 < clay.mean() < 0.7


def test_render_from_a_photo(tmp_path, demo_file):
    done = yewfinch("render", demo_file, "--photo", "front", "--size", "160x200", "-o", tmp_path / "b.png")
    assert done.returncode == 0, done.stderr
    done = yewfinch("render", demo_file, "--photo", "profile", "-o", tmp_path / "c.png")
    assert done.returncode == 1
    assert "no standpoint yet" in done.stderr


def test_likeness(demo_file):
    found = json.loads(yewfinch("likeness", demo_file, "--json").stdout)
    assert 0.5 < found["rms_mm"] < 5
    sizes = [o["off_mm"] for o in found["offsets"]]
    assert sizes == sorted(sizes, reverse=True)
    assert "mm off over" in yewfinch("likeness", demo_file).stdout


def test_measure_check_and_export(tmp_path, demo_file):
    assert json.loads(yewfinch("measure", demo_file, "--json").stdout)["head_length"] == pytest.approx(197, abs=8)
    assert "is sound" in yewfinch("check", demo_file).stdout
    done = yewfinch("export", demo_file, "-o", tmp_path / "a.ply")
    assert "millimetres" in done.stdout
    assert (tmp_path / "a.ply").stat().st_size > 500_000


def test_wrong_words_and_wrong_files(tmp_path):
    assert yewfinch("render", "x.yewfinch", "--size", "big", "-o", "a.png").returncode == 2
    bad = tmp_path / "bad.yewfinch"
    bad.write_text("no")
    for command in (("check", bad), ("likeness", bad), ("export", bad, "-o", tmp_path / "a.ply")):
        done = yewfinch(*command)
        assert done.returncode == 1
        assert done.stderr.startswith("yewfinch: bad.yewfinch is damaged")
        assert len(done.stderr.strip().splitlines()) == 1
