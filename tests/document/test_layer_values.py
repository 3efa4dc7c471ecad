"""What layers carry besides colour, in a portrait: edits, undo, files, levels, other faces; masks from the form."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import detail_levels, layer_masks, layer_values, painting, remeshing
from yewfinch.core.formats import container
from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.skin.colour_layers import alike

RED = (190, 60, 50)


@pytest.fixture
def portrait():
    made = trimesh.creation.icosphere(subdivisions=2, radius=30.0)
    surface = levels.added(levels.begun(Surface(made.vertices, np.asarray(made.faces)), {})).surface
    out = Portrait()
    out.put_piece(Piece("ball", "Ball", surface), "Add")
    out.perform(painting.begin(out, "ball", 1.0))
    yield out
    out.history.close()


def held(portrait):
    return painting.painting_of(portrait, "ball")


def lay(portrait, key="paint1", **values):
    portrait.perform(layer_values.lay_all_over(portrait, "ball", key, values))


def test_values_are_laid_on_and_taken_away_and_every_step_goes_back(portrait):
    lay(portrait, roughness=40, wetness=200)
    assert held(portrait).looks.tolist() == [[40, 0, 200, 255]] * held(portrait).grain.count
    assert layer_values.carried_words(held(portrait)["paint1"]) == "Roughness, wetness"
    portrait.perform(layer_values.take_away(portrait, "ball", "paint1", ["wetness", "metallic"]))
    assert set(held(portrait)["paint1"].values) == {"roughness"}
    assert (held(portrait).looks[:, 2] == 0).all()
    portrait.history.undo()
    assert (held(portrait).looks[:, 2] == 200).all()
    portrait.history.undo()
    assert held(portrait).looks is None
    with pytest.raises(YewfinchError, match="none of what"):
        layer_values.take_away(portrait, "ball", "paint1", ["roughness"])
    with pytest.raises(YewfinchError, match="Tick"):
        layer_values.lay_all_over(portrait, "ball", "paint1", {})


def test_they_can_count_where_the_layer_is_painted_only(portrait):
    n = held(portrait).grain.count
    colours = np.zeros((n, 4), np.uint8)
    colours[::3] = (*RED, 255)
    edit, key = painting.put(portrait, "ball", "Lips", colours)
    portrait.perform(edit)
    portrait.perform(layer_values.lay_all_over(portrait, "ball", key, {"wetness": 180}, where_painted=True))
    wet = held(portrait).looks[:, 2]
    assert (wet[::3] == 180).all()
    assert (np.delete(wet, np.arange(0, n, 3)) == 0).all()


def test_layers_of_other_kinds_and_locked_ones_say_why_not(portrait):
    edit, key = painting.add(portrait, "ball", "adjust")
    portrait.perform(edit)
    with pytest.raises(YewfinchError, match="colour only"):
        lay(portrait, key, roughness=3)
    portrait.perform(painting.change(portrait, "ball", "paint1", locked=True))
    with pytest.raises(YewfinchError, match="locked"):
        lay(portrait, roughness=3)
    with pytest.raises(YewfinchError, match="more is form"):
        painting.change(portrait, "ball", "paint1", depth=40.0)


def test_they_are_saved_and_opened_again_and_damage_is_named(portrait, tmp_path):
    lay(portrait, height=200, opacity=90)
    edit, key = painting.add(portrait, "ball", "fill", rgb=RED)
    portrait.perform(edit)
    lay(portrait, key, metallic=255)
    portrait.perform(painting.change(portrait, "ball", "paint1", depth=1.25))
    container.save(portrait, tmp_path / "a.yewfinch")
    again = container.load(tmp_path / "a.yewfinch")
    assert alike(held(portrait).layers, held(again).layers)
    np.testing.assert_array_equal(held(again).looks, held(portrait).looks)
    np.testing.assert_array_equal(held(again).height, held(portrait).height)
    import zipfile

    bad = tmp_path / "b.yewfinch"
    with zipfile.ZipFile(tmp_path / "a.yewfinch") as source, zipfile.ZipFile(bad, "w") as target:
        for name in source.namelist():
            if not name.endswith("paint-paint1-height.npy"):
                target.writestr(name, source.read(name))
    with pytest.raises(BadFileError, match="colour layers"):
        container.load(bad)


def test_they_go_along_with_levels_and_other_faces(portrait):
    grain = held(portrait).grain
    at = grain.places(portrait.surface("ball"))
    table = np.zeros((grain.count, 2), np.uint8)
    table[at[:, 0] > 0] = (30, 255)
    portrait.perform(painting.change(portrait, "ball", "paint1", name="Wet side"))
    change = held(portrait).sheet("paint1", "roughness")
    rows = np.arange(grain.count, dtype=np.int32)
    change.put(rows, table)
    held(portrait).refresh_values(np.arange(held(portrait).leaf_count, dtype=np.int32))
    steps = portrait.history.position
    portrait.perform(detail_levels.add(portrait, "ball"))
    fine = held(portrait)
    places = fine.grain.places(portrait.surface("ball"))
    assert (fine.looks[places[:, 0] > 2, 0] == 30).all()
    assert (fine.looks[places[:, 0] < -2, 0] == 153).all()
    portrait.history.undo()
    assert portrait.history.position == steps
    portrait.perform(remeshing.remesh(portrait, "ball", remeshing.Layout(4.0)))
    other = held(portrait)
    places = other.grain.places(portrait.surface("ball"))
    assert (other.looks[places[:, 0] > 3, 0] == 30).all()
    assert (other.looks[places[:, 0] < -3, 0] == 153).all()


def test_fine_height_becomes_a_form_layer(portrait):
    lay(portrait, height=255)
    before = portrait.surface("ball").positions.copy()
    normals = portrait.surface("ball").normals.copy()
    edit, key = layer_values.height_to_form(portrait, "ball")
    portrait.perform(edit)
    np.testing.assert_allclose(portrait.surface("ball").positions, before + 0.5 * normals, atol=1e-4)
    assert held(portrait).height is None
    assert [v.id for s in portrait.layers["ball"] for v in s.layers] == [key]
    portrait.history.undo()
    np.testing.assert_array_equal(portrait.surface("ball").positions, before)
    assert held(portrait).height == pytest.approx(0.5)
    portrait.perform(layer_values.take_away(portrait, "ball", "paint1", ["height"]))
    with pytest.raises(YewfinchError, match="fine height"):
        layer_values.height_to_form(portrait, "ball")


def test_masks_are_made_of_facing_distance_colour_and_hollows(portrait):
    at = held(portrait).grain.places(portrait.surface("ball"))
    mask = lambda: held(portrait)["paint1"].mask.dense()[:, 0]  # noqa: E731
    portrait.perform(layer_masks.mask_from_facing(portrait, "ball", "paint1", np.array([0.0, 0.0, 1.0]), 40.0))
    angle = np.degrees(np.arccos(np.clip(at[:, 2] / np.linalg.norm(at, axis=1), -1, 1)))
    assert mask()[angle < 25].min() > 230
    assert mask()[angle > 60].max() == 0
    portrait.perform(layer_masks.mask_from_distance(portrait, "ball", "paint1", np.array([0.0, 0.0, 30.0]), 12.0))
    far = np.linalg.norm(at - (0, 0, 30), axis=1)
    assert mask()[far < 1.5].min() > 230
    assert mask()[far > 12.1].max() == 0
    portrait.perform(painting.fill(portrait, "ball", RED))
    half = np.where(at[:, [0]] > 0, 255, 0).astype(np.uint8)
    edit, _ = painting.put(
        portrait, "ball", "Blue", np.tile(np.array([40, 60, 190, 255], np.uint8), (len(at), 1)), half
    )
    portrait.perform(edit)
    portrait.perform(layer_masks.mask_from_colour(portrait, "ball", "paint1", RED, 8.0))
    assert mask()[at[:, 0] < -1].min() == 255
    assert mask()[at[:, 0] > 1].max() == 0
    dented = portrait.surface("ball")
    near = np.linalg.norm(dented.positions - (0, 0, 30), axis=1) < 12
    dented.positions[near] *= 0.8
    dented.refresh(np.flatnonzero(near).astype(np.int32))
    portrait.perform(layer_masks.mask_from_hollows(portrait, "ball", "paint1", 0.1))
    shown = at[mask() > 128]
    assert len(shown)
    assert (np.linalg.norm(shown - (0, 0, 30), axis=1) < 20).mean() > 0.95
    with pytest.raises(YewfinchError, match="reach"):
        layer_masks.mask_from_distance(portrait, "ball", "paint1", np.zeros(3), float("nan"))
