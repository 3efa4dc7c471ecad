"""The program as a user starts it: in a process of its own."""

import os
import subprocess
import sys
from pathlib import Path

import numpy as np
import pytest
from PIL import Image

ROOT = Path(__file__).parents[1]


def start(*args, **more):
    return subprocess.run(
        [sys.executable, "-m", "yewfinch.app.main", *map(str, args)], capture_output=True, text=True, timeout=120,
        env={**os.environ, **more}, check=False,
    )  # fmt: skip


def test_the_demo_starts_and_saves_a_picture_of_its_window(tmp_path):
    done = start("--demo", "--stage", "Features", "--shot", tmp_path / "a.png")
    assert done.returncode == 0, done.stderr
    image = np.asarray(Image.open(tmp_path / "a.png").convert("RGB"), int)
    assert image.shape == (800, 1280, 3)
    assert (np.abs(image - (0xA9, 0xA9, 0xA7)).sum(axis=2) < 6).mean() > 0.1  # the backdrop
    skin = (image[..., 0] > image[..., 2] + 25) & (image[..., 0] > 120)
    assert skin[:, 300:900].mean() > 0.05  # the painted head
    assert skin[690:770, 300:900].mean() > 0.02  # and in the round of small views


def test_a_damaged_file_on_the_command_line_is_no_crash(tmp_path):
    (tmp_path / "bad.yewfinch").write_text("no")
    done = start(tmp_path / "bad.yewfinch", "--shot", tmp_path / "b.png")
    assert done.returncode == 0, done.stderr
    assert (tmp_path / "b.png").exists()


def test_a_stage_that_is_none_is_told_with_those_that_are(tmp_path):
    done = start("--demo", "--stage", "nowhere", "--shot", tmp_path / "d.png")
    assert done.returncode == 2
    assert "Skin" in done.stderr
    assert not (tmp_path / "d.png").exists()


def test_double_resolution(tmp_path):
    done = start("--demo", "--shot", tmp_path / "c.png", QT_SCALE_FACTOR="1.25")
    assert done.returncode == 0, done.stderr
    with Image.open(tmp_path / "c.png") as image:
        assert image.size == (1600, 1000)


@pytest.mark.parametrize("args", [[], ["help"]])
def test_run_says_what_it_can_do(args):
    done = subprocess.run(["bash", str(ROOT / "run"), *args], capture_output=True, text=True, check=True)
    for word in ("./run demo", "./run test", "./run app", "./run bench", "./run shots"):
        assert word in done.stderr
    assert subprocess.run(["bash", str(ROOT / "run"), "dance"], capture_output=True, check=False).returncode == 2


def test_the_lock_file_names_exact_versions():
    lines = (ROOT / "requirements.lock").read_text().split()
    assert len(lines) > 20
    assert all(line.count("==") == 1 for line in lines)
    assert "://" not in "".join(lines)
