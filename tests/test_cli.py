"""The command line, in a process of its own, without a display."""

import csv
import json
import os
import subprocess
import sys
from pathlib import Path

import numpy as np
import pytest
from PIL import Image

from tests.cli_server import Server

_server = Server()
yewfinch = _server.run


@pytest.fixture(scope="module", autouse=True)
def _one_start():
    yield
    _server.close()


def in_a_process_of_its_own(*args):
    env = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM")}
    return subprocess.run(
        [sys.executable, "-m", "yewfinch.cli", *map(str, args)],
        capture_output=True,
        text=True,
        env=env,
        timeout=120,
        check=False,
    )


@pytest.mark.parametrize("view", ["front", "profile-left"])
def test_render(tmp_path, demo_file, view):
    out = tmp_path / "a.png"
    done = in_a_process_of_its_own("render", demo_file, "--view", view, "--size", "200x260", "-o", out)
    assert done.returncode == 0, done.stderr
    image = np.asarray(Image.open(out).convert("RGB")).astype(int)
    assert image.shape == (260, 200, 3)
    clay = np.abs(image - (169, 169, 167)).sum(axis=2) > 20
    assert 0.15 < clay.mean() < 0.7


def test_render_from_a_photo(tmp_path, demo_file):
    done = yewfinch("render", demo_file, "--photo", "front", "--size", "160x200", "-o", tmp_path / "b.png")
    assert done.returncode == 0, done.stderr
    done = yewfinch("render", demo_file, "--photo", "window-seat", "-o", tmp_path / "c.png")
    assert done.returncode == 1
    assert "no standpoint yet" in done.stderr


def test_a_figure_from_numbers(tmp_path):
    file = tmp_path / "figure.yewfinch"
    done = yewfinch(
        "head",
        "-o",
        file,
        "--preset",
        "woman",
        "--extent",
        "full",
        "--level",
        0,
        "--body-set",
        "stature=1700",
        "--body-dial",
        "seat=0.5",
    )
    assert done.returncode == 0, done.stderr
    assert "8 606 vertices" in done.stdout
    assert "is sound" in yewfinch("check", file).stdout
    assert yewfinch("export", file, "-o", tmp_path / "figure.obj").returncode == 0
    points = np.array(
        [line.split()[1:4] for line in (tmp_path / "figure.obj").read_text().splitlines() if line.startswith("v ")],
        float,
    )
    assert np.ptp(points[:, 1]) == pytest.approx(1700, abs=12)  # level 0 cuts the crown off a little
    for wrong, words in ((("--body-set", "tail=3"), "'tail'"), (("--heads", 40), "40.0 heads")):
        done = yewfinch("head", "-o", tmp_path / "x.yewfinch", "--extent", "bust", *wrong)
        assert done.returncode != 0
        assert words in done.stderr


def test_a_base_head_of_ones_own_and_its_relief(tmp_path):
    file = tmp_path / "girl.yewfinch"
    done = yewfinch(
        "head",
        "-o",
        file,
        "--preset",
        "woman",
        "--age",
        19,
        "--level",
        1,
        "--dial",
        "tip=0.5",
        "--set",
        "head_length=180",
    )
    assert done.returncode == 0, done.stderr
    assert "9 986 vertices" in done.stdout
    measured = json.loads(yewfinch("measure", file, "--json").stdout)
    assert measured["head_length"] == pytest.approx(180, abs=3.5)  # a coarse level cuts corners off
    assert "is sound" in yewfinch("check", file).stdout
    pictures = []
    for extra in ((), ("--raking",)):
        assert yewfinch("render", file, "--size", "120x160", "-o", tmp_path / "a.png", *extra).returncode == 0
        pictures.append(np.asarray(Image.open(tmp_path / "a.png").convert("L")).astype(int))
    clay = np.abs(pictures[0] - 168) > 12
    right = clay & (np.arange(120) > 64)
    assert pictures[1][right].mean() < pictures[0][right].mean() - 15  # the side off the lamp is dark
    for wrong, words in (
        (("--preset", "elf"), "no base head 'elf'"),
        (("--age", 300), "age is 300"),
        (("--set", "nose=3"), "measure 'nose'"),
        (("--dial", "tip"), "written like tip=0.5"),
    ):
        done = yewfinch("head", "-o", tmp_path / "x.yewfinch", *wrong)
        assert done.returncode != 0
        assert words in done.stderr
        assert not (tmp_path / "x.yewfinch").exists()


def test_likeness(demo_file):
    found = json.loads(yewfinch("likeness", demo_file, "--json", "--scaled").stdout)
    assert 0.5 < found["overall_mm"] < 5
    sure = [o["significant"] for o in found["offsets"]]
    assert sure == sorted(sure, reverse=True)
    assert found["offsets"][0]["off_mm"] > 2 * found["offsets"][0]["spread_mm"]
    assert set(found["regions"]) == {"eyes", "nose", "mouth", "ears", "jaw", "cranium"}
    outline = next(g for g in found["lines"] if (g["line"], g["photo"]) == ("face_outline", "profile"))
    assert 0.3 < outline["off_mm"] < 4
    assert abs(outline["worst_mm"]) >= outline["off_mm"]
    assert "mm off over" in yewfinch("likeness", demo_file).stdout
    # an iris is drawn on the demo's front photo, so size counts unless it is left out by hand
    sized = json.loads(yewfinch("likeness", demo_file, "--json").stdout)
    assert sized["size_measured"] and not sized["scaled"] and sized["size"] != 1
    assert json.loads(yewfinch("likeness", demo_file, "--json", "--sized").stdout)["overall_mm"] == sized["overall_mm"]
    assert "(the clay is" in yewfinch("likeness", demo_file).stdout


def test_what_is_known_of_the_sitter_a_stale_solve_and_the_fit(tmp_path, demo_file):
    from yewfinch.core.formats import container
    from yewfinch.demo.demo_portrait import photo_file

    mine = tmp_path / "mine.yewfinch"
    mine.write_bytes(demo_file.read_bytes())
    done = yewfinch("sitter", "tell", mine, "--years", 52, "--kind", "man", "--known", "ex_l:ex_r=94+-0.4")
    assert done.stdout == "The sitter: man, adult, 52 years; measured: ex_l:ex_r 94 mm.\n"
    for command in ("likeness", "fit"):
        done = yewfinch(command, mine)
        assert done.returncode == 1
        assert "have changed since the sitter was solved. Run 'yewfinch solve'" in done.stderr
    done = yewfinch("likeness", mine, "--stale", "--json")
    assert json.loads(done.stdout)["out_of_date"]
    assert "have changed since" in done.stderr
    solved = json.loads(yewfinch("solve", mine, "--json").stdout)
    assert solved["size_measured"] and solved["scale_spread"] < 0.02
    assert solved["doubt"]["strangers"] == [] and not solved["doubt"]["strange"]
    before = json.loads(yewfinch("likeness", mine, "--json").stdout)
    fit = json.loads(yewfinch("fit", mine, "-o", tmp_path / "fit.yewfinch", "--asymmetry", "--json").stdout)
    assert fit["lines"] >= 8 and 0.3 < fit["moved_mm"] < 12
    after = json.loads(yewfinch("likeness", tmp_path / "fit.yewfinch", "--json").stdout)
    assert after["overall_mm"] < 0.4 * before["overall_mm"]
    outlines = [{(g["line"], g["photo"]): g["off_mm"] for g in found["lines"]} for found in (before, after)]
    assert outlines[1]["face_outline", "profile"] < 0.6 * outlines[0]["face_outline", "profile"]
    assert "is sound" in yewfinch("check", tmp_path / "fit.yewfinch").stdout

    added = yewfinch(
        "sitter",
        "add",
        mine,
        photo_file("profile"),
        "--lens",
        90,
        "--cut",
        "--mouth-open",
        "--iris-left",
        "500,600,540,601",
        "--known",
        "en_l:en_r=33",
        "--json",
    )
    facts = json.loads(added.stdout)
    assert (facts["lens_mm"], facts["cut"], facts["mouth_open"], facts["irises"]) == (90, True, True, ["iris_l"])
    assert [k["mm"] for k in facts["known"]] == [94, 33]
    sitter = container.load(mine).sitter
    assert sitter.photos[-1].spans == {"iris_l": (500, 600, 540, 601)}
    assert yewfinch("sitter", "tell", mine, "--years", "unknown", "--forget-known").stdout.endswith(
        "measured: nothing.\n"
    )
    for wrong, words in (
        (("--known", "ex_l:elbow=3"), "needs two landmarks"), (("--known", "ex_l:ex_r=wide"), "written like"),
        (("--known", "ex_l:ex_r=9000"), "between 1 and 500 mm"), (("--years", "1e400"), "years lie between"),
    ):  # fmt: skip
        done = yewfinch("sitter", "tell", mine, *wrong)
        assert done.returncode == 2
        assert words in done.stderr
    done = yewfinch("sitter", "add", mine, photo_file("profile"), "--iris-left", "5000,600,5040,601")
    assert done.returncode == 1
    assert "outside" in done.stderr


def test_a_closed_pipe_is_no_traceback(demo_file):
    env = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM")}
    read, write = os.pipe()
    os.close(read)
    with os.fdopen(write, "w") as pipe:
        done = subprocess.run(
            [sys.executable, "-m", "yewfinch.cli", "measure", str(demo_file)],
            stdout=pipe,
            stderr=subprocess.PIPE,
            text=True,
            env=env,
            timeout=120,
            check=False,
        )
    assert done.returncode == 141
    assert done.stderr == ""


@pytest.mark.parametrize(
    ("command", "key"),
    [
        (("check",), "problems"),
        (("measure",), "head_length"),
        (("sitter", "tell"), "size_measured"),
        (("export", "-o", "a.stl"), "file"),
        (("render", "-o", "a.png", "--size", "64x64"), "width"),
        (("sitter", "marks", "-o", "a.json"), "marks"),
        (("sheet", "-o", "a.csv"), "file"),
    ],
)
def test_every_command_can_say_it_as_json_with_its_schema(tmp_path, demo_file, command, key):
    words = [tmp_path / w if w.startswith("a.") else w for w in command]
    at = 2 if command[0] == "sitter" else 1
    done = yewfinch(*words[:at], demo_file, *words[at:], "--json")
    assert done.returncode == 0, done.stderr
    facts = json.loads(done.stdout)
    assert facts["yewfinch_json"] == 1
    assert key in facts
    told = (Path(__file__).parents[1] / "docs/cli.md").read_text()
    assert f"`{key}`" in told or command[0] == "measure"


def test_a_photo_with_marks_is_added_and_solved(tmp_path, demo_file):
    from yewfinch.core.formats import container
    from yewfinch.core.formats.marks import write_marks
    from yewfinch.demo.demo_portrait import photo_file

    mine = tmp_path / "mine.yewfinch"
    mine.write_bytes(demo_file.read_bytes())
    portrait = container.load(mine)
    marks = tmp_path / "marks.csv"
    write_marks(portrait.sitter, marks)
    only = [line for line in marks.read_text().splitlines() if line.startswith(("photo,", "front,"))]
    marks.write_text("\n".join(only))
    done = yewfinch("sitter", "add", mine, photo_file("front"), "--marks", marks)
    assert "Added 'front (2)' with 23 marks." in done.stdout
    found = json.loads(yewfinch("solve", mine, "--json").stdout)
    assert set(found["photos"]) == {"front", "three-quarter", "profile", "front (2)"}
    assert found["photos"]["front (2)"]["lens_mm"] == pytest.approx(85, rel=0.1)
    assert found["bad"] == []
    held = container.load(mine)
    assert held.sitter.solution is not None
    assert len(held.sitter.files) == 6
    assert "landmarks from 4 photos" in yewfinch("solve", mine).stdout
    wrong = tmp_path / "wrong.csv"
    wrong.write_text("photo,landmark,x,y\nfront,prn,nan,3\n")
    before = mine.read_bytes()
    done = yewfinch("sitter", "marks", mine, "--read", wrong)
    assert done.returncode == 1
    assert "x is nan" in done.stderr
    assert mine.read_bytes() == before
    assert yewfinch("sitter", "marks", mine, "-o", tmp_path / "all.json").returncode == 0
    assert "front (2)" in (tmp_path / "all.json").read_text()


def test_the_sheet_without_a_display(tmp_path, demo_file):
    done = yewfinch("sheet", demo_file, "-o", tmp_path / "s.csv")
    assert done.returncode == 0, done.stderr
    rows = list(csv.DictReader((tmp_path / "s.csv").read_text().splitlines()))
    assert {r["kind"] for r in rows} == {"overall", "size", "region", "landmark", "line", "measure", "photo"}
    nose = next(r for r in rows if r["key"] == "prn")
    way = [float(nose[k]) for k in ("left_mm", "up_mm", "forward_mm")]
    assert float(nose["difference"]) == pytest.approx(sum(v * v for v in way) ** 0.5, abs=2e-3)
    done = yewfinch("sheet", demo_file, "-o", tmp_path / "s.doc")
    assert done.returncode == 1
    assert "written as .pdf, .png or .csv" in done.stderr


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


def test_models_of_others_become_a_portrait(tmp_path):
    from yewfinch.core.formats import container

    (tmp_path / "a.obj").write_text("v 0 0 0\nv 0.2 0 0\nv 0 0.24 0\nf 1 2 3\n")
    (tmp_path / "b.obj").write_text("# unit: cm\nv 0 0 0\nv 20 0 0\nv 0 24 0\nf 1 2 3\n")
    out = tmp_path / "both.yewfinch"
    done = yewfinch("import", tmp_path / "a.obj", tmp_path / "b.obj", "-o", out, "--json")
    assert done.returncode == 0, done.stderr
    told = json.loads(done.stdout)["imported"]
    assert [(t["unit"], t["said"]) for t in told] == [("m", None), ("cm", "cm")]
    assert [t["longest_mm"] for t in told] == pytest.approx([240.0, 240.0])
    made = container.load(out)
    assert [made.surface(t["pieces"][0]).bounds()[1].round(3).tolist() for t in told] == [[200, 240, 0], [200, 240, 0]]
    done = yewfinch("import", tmp_path / "a.obj", "-o", out, "--unit", "in")
    assert "6 mm at its longest, in inches as you say" in done.stdout
    for name, words in (("none.obj", "cannot be read"), ("a.xyz", "not known")):
        done = yewfinch("import", tmp_path / name, "-o", tmp_path / "x.yewfinch")
        assert (done.returncode, words in done.stderr) == (1, True)
    assert not (tmp_path / "x.yewfinch").exists()
    assert yewfinch("import", tmp_path / "a.obj", "-o", out, "--unit", "parsec").returncode == 2


def test_a_posed_head_from_numbers(tmp_path):
    from yewfinch.core.formats import container

    out = tmp_path / "posed.yewfinch"
    done = yewfinch("head", "-o", out, "--level", 1, "--pose", "open", "--turn", "head=10,0,30")
    assert done.returncode == 0, done.stderr
    posed = container.load(out).posed
    assert posed.on
    assert posed.pose.angles == {"jaw": (22.0, 0.0), "head": (10.0, 0.0, 30.0)}
    for wrong, words in (
        (("--pose", "headstand"), "There is no pose 'headstand'"),
        (("--turn", "tail=3"), "no joint"),
        (("--turn", "head=far"), "a turn is written"),
    ):
        done = yewfinch("head", "-o", tmp_path / "x.yewfinch", *wrong)
        assert done.returncode != 0
        assert words in done.stderr


def test_a_head_with_its_skull(tmp_path):
    from yewfinch.core.formats import container

    out = tmp_path / "bone.yewfinch"
    done = yewfinch(
        "head", "--preset", "woman", "--set", "neck_girth=350", "--under-skin", "--turn", "jaw=18", "-o", out
    )
    assert done.returncode == 0, done.stderr
    made = container.load(out)
    assert made.pieces["skull"].see_through
    assert made.pieces["pegs"].see_through
    assert made.posed.on
    assert made.figure.person.measures == {"neck_girth": 350.0}
