"""What ships with the demo: photos that are photos, and a portrait without the truth in it."""

import zipfile

import numpy as np
import pytest
from PIL import Image

from yewfinch.core.document.verbs import exaggerating, form_layers, states
from yewfinch.core.document.verbs.check import problems
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.sitter.likeness import likeness
from yewfinch.core.sitter.photo import read_photo
from yewfinch.demo import sitter
from yewfinch.demo.demo_portrait import PHOTOS, demo_portrait, photo_file


@pytest.mark.parametrize("name", PHOTOS)
def test_the_photos_ship_and_are_of_a_useful_size(name):
    photo, data = read_photo(photo_file(name))
    assert (photo.width, photo.height) == (1080, 1350)
    assert 100_000 < len(data) < 600_000
    pixels = np.asarray(Image.open(photo_file(name)), float)
    assert pixels.std() > 25
    grain = np.diff(pixels[40:80, 40:200, 1], axis=1).std()
    assert 0.5 < grain < 15  # film-like noise on the wall


def test_some_photos_say_their_lens_and_some_do_not():
    lenses = [read_photo(photo_file(n))[0].lens for n in PHOTOS]
    assert lenses == [85, 60, 100, None, None]


def test_the_portrait_is_part_way(untouched):
    p = demo_portrait()
    assert problems(p) == []
    assert [x.standpoint is not None for x in p.sitter.photos] == [True, True, True, False, False]
    assert [len(x.marks) > 15 for x in p.sitter.photos] == [True, True, True, False, False]
    moved = np.linalg.norm(p.surface("head").positions - untouched.surface("head").positions, axis=1)
    assert 0.01 < (moved > 0.1).mean() < 0.5
    assert moved.max() > 2
    assert len(np.unique(p.surface("head").colour, axis=0)) > 20
    found = p.sitter.solution
    assert found.bad == ()
    assert 1.0 < likeness(p.landmarks(), found, scaled=True).overall < 3.0
    assert not p.history.unsaved


def test_it_has_layers_that_show_nothing_yet_and_key_stages_that_do():
    p = demo_portrait()
    head = p.surface("head")
    plain = head.positions.copy()
    stages = {s.name: s.positions for s in states.states_of(p, p.pieces["head"])}
    assert list(stages) == ["Symmetric form", "With the sitter's asymmetry", "Caricature, 1.6 times"]
    np.testing.assert_array_equal(stages["Symmetric form"], plain)
    layers = {v.name: v for v in form_layers.stack_of(p, p.pieces["head"]).layers}
    assert [v.strength for v in layers.values()] == [0.0, 0.0]
    p.perform(form_layers.weigh(p, "head", layers["Sitter's asymmetry"].id, 1.0))
    np.testing.assert_allclose(head.positions, stages["With the sitter's asymmetry"], atol=1e-4)
    assert 0.3 < np.linalg.norm(head.positions - plain, axis=1).max() < 4.0
    p.perform(exaggerating.exaggerate(p, "head", layers["Exaggeration"].id, 1.6))
    np.testing.assert_allclose(head.positions, stages["Caricature, 1.6 times"], atol=1e-4)
    assert len(crossings(head.positions, head.triangles())) == 0
    p.history.close()


def test_nothing_of_the_truth_is_in_the_portrait(demo_file):
    names = zipfile.ZipFile(demo_file).namelist()
    # the head has regions, texture places, layers and stages, too, teeth a region, eyes and teeth are wet
    assert len([n for n in names if n.startswith("pieces/")]) == 31
    assert next(n for n in names if n.startswith("sitter/")) == "sitter/covariance.npy"
    assert all(n.split("/")[0] in ("portrait.json", "pieces", "photos", "preview.png", "sitter") for n in names)


def test_the_hidden_head_differs_as_told(made_head):
    points = {k: a.on(made_head.surface(a.piece)) for k, a in made_head.anchors.items()}
    moved = sitter.offsets(points)
    assert set(moved) == set(points)
    assert moved["prn"][0] > 2  # the bent nose
    assert moved["pi_l"][1] < moved["pi_r"][1] - 1.5  # one lower lid heavier
    assert moved["go_l"][0] * moved["go_r"][0] < 0  # wider on both sides
    assert max(np.linalg.norm(v) for v in moved.values()) < 12
