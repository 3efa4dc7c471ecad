"""Colour layers in a portrait: every edit undone, carried to other faces and levels, saved and opened again."""

from dataclasses import replace

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from yewfinch.core.document.model.edits import Edit, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.model.snapshot import still_of
from yewfinch.core.document.verbs import (
    adapting,
    detail_levels,
    fusing,
    layer_masks,
    masking,
    painting,
    pieces,
    pigment_layers,
    remeshing,
    tidying,
)
from yewfinch.core.formats import container
from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.colour import to_lab
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.skin.adjusting import Adjustment
from yewfinch.core.skin.colour_difference import ciede2000
from yewfinch.core.skin.colour_layer import channel_of
from yewfinch.core.skin.colour_layers import Painting, alike

RED = (190, 60, 50)


def ball(quads: bool = True) -> Surface:
    made = trimesh.creation.icosphere(subdivisions=2, radius=30.0)
    surface = Surface(made.vertices, np.asarray(made.faces))
    return levels.added(levels.begun(surface, {})).surface if quads else surface


@pytest.fixture
def portrait():
    made = Portrait()
    made.put_piece(Piece("ball", "Ball", ball()), "Add")
    yield made
    made.history.close()


def begun(portrait: Portrait, grain: float = 1.0) -> Painting:
    portrait.perform(painting.begin(portrait, "ball", grain))
    return painting.painting_of(portrait, "ball")


def stroke(portrait: Portrait, layer: str, rows: np.ndarray, values: np.ndarray) -> None:
    sheet = painting.painting_of(portrait, "ball").sheet(layer)
    change = RowsChange("ball", channel_of(layer), rows.astype(np.int32), sheet.at(rows.astype(np.int32)), values)
    portrait.perform(Edit("Paint", (change,)))


def disc(portrait: Portrait, piece: str = "ball", centre=(0.0, 0.0, 30.0), radius: float = 10.0):
    """Samples in a disc, and how far all are from its edge, mm."""
    held = portrait.pieces[piece]
    far = np.linalg.norm(held.painting.grain.places(held.surface) - np.array(centre), axis=1)
    return np.flatnonzero(far < radius).astype(np.int32), np.abs(far - radius)


def with_disc(portrait: Portrait) -> None:
    begun(portrait)
    rows, _ = disc(portrait)
    stroke(portrait, "paint1", rows, np.tile(np.array([*RED, 255], np.uint8), (len(rows), 1)))


def right_share(portrait: Portrait, piece: str, away: float) -> float:
    """The share of samples, away from the disc's edge, that have the right colour."""
    held = portrait.pieces[piece]
    rows, off = disc(portrait, piece)
    wanted = np.tile(np.array([214, 196, 176]), (held.painting.grain.count, 1))
    wanted[rows] = RED
    clear = off > away
    got = held.painting.shown[clear, :3] / 255.0
    return float((ciede2000(to_lab(got), to_lab(wanted[clear] / 255.0)) < 1.0).mean())


def test_beginning_changes_nothing_that_is_seen_and_is_undone(portrait):
    surface = portrait.surface("ball")
    surface.colour[:, :3] = np.random.default_rng(0).integers(0, 256, (len(surface), 3))
    before = surface.colour.copy()
    made = begun(portrait)
    np.testing.assert_array_equal(surface.colour, before)
    assert 0.5 < painting.grain_in_mm(portrait.pieces["ball"]) <= 1.2
    assert [v.name for v in made.layers] == ["Paint", "Ground"]
    portrait.history.undo()
    assert portrait.pieces["ball"].painting is None
    np.testing.assert_array_equal(surface.colour, before)


def test_a_stroke_shows_at_the_vertices_and_is_undone(portrait):
    begun(portrait)
    surface = portrait.surface("ball")
    before, news = surface.colour.copy(), []
    portrait.rows_changed.connect(lambda *what: news.append(what))
    rows, _ = disc(portrait)
    stroke(portrait, "paint1", rows, np.tile(np.array([*RED, 255], np.uint8), (len(rows), 1)))
    assert news[-1][:2] == ("ball", "colour")
    own = rows[rows < len(surface)]
    assert (surface.colour[own, :3] == RED).all()
    assert set(own >> 9) <= set(news[-1][2])
    portrait.history.undo()
    np.testing.assert_array_equal(surface.colour, before)
    portrait.history.redo()
    assert (surface.colour[own, :3] == RED).all()


def test_samples_that_are_not_there_are_refused_and_nothing_is_lost(portrait):
    made = begun(portrait)
    before = made.shown.copy()
    bad = RowsChange(
        "ball", channel_of("paint1"), np.array([made.grain.count], np.int32),
        np.zeros((1, 4), np.uint8), np.ones((1, 4), np.uint8),
    )  # fmt: skip
    good = replace(bad, rows=np.array([3], np.int32), after=np.full((1, 4), 255, np.uint8))
    with pytest.raises(IndexError):
        portrait.perform(Edit("Both", (good, bad)))
    with pytest.raises(KeyError):
        portrait.perform(Edit("None", (replace(good, channel=channel_of("nowhere")),)))
    np.testing.assert_array_equal(made.shown, before)


def test_the_disc_stays_through_levels_up_and_down(portrait):
    with_disc(portrait)
    count = portrait.pieces["ball"].painting.grain.count
    shown = np.sort(portrait.pieces["ball"].painting.shown.view(np.uint32)[:, 0])
    for edit in (
        lambda: detail_levels.add(portrait, "ball"),
        lambda: detail_levels.go_to(portrait, "ball", 0),
        lambda: detail_levels.go_to(portrait, "ball", 1),
        lambda: detail_levels.drop_coarser(portrait, "ball"),
    ):
        portrait.perform(edit())
        held = portrait.pieces["ball"]
        assert held.painting.grain.count == count
        np.testing.assert_array_equal(np.sort(held.painting.shown.view(np.uint32)[:, 0]), shown)
        assert right_share(portrait, "ball", 2.0) == 1.0
        np.testing.assert_array_equal(held.surface.colour, held.painting.shown[: len(held.surface)])
        anew = Painting(held.painting.grain, held.painting.layers)
        for a, b in ((held.painting.looks, anew.looks), (held.painting.height, anew.height)):
            assert (a is None) == (b is None)
            np.testing.assert_array_equal(a, b)
    for _ in range(4):
        portrait.history.undo()
    assert right_share(portrait, "ball", 0.01) == 1.0


def test_a_level_finer_than_the_grain_makes_the_grain_finer(portrait):
    portrait.perform(painting.begin(portrait, "ball", 20.0))
    coarse = portrait.pieces["ball"].painting
    assert coarse.grain.steps == 0
    stroke(portrait, "paint1", np.arange(50), np.tile(np.array([*RED, 255], np.uint8), (50, 1)))
    before = coarse.shown.copy()
    portrait.perform(detail_levels.add(portrait, "ball"))
    fine = portrait.pieces["ball"].painting
    assert fine.grain.count == len(portrait.surface("ball"))
    portrait.perform(detail_levels.go_to(portrait, "ball", 0))
    back = portrait.pieces["ball"].painting
    assert back.grain.steps == 1
    np.testing.assert_array_equal(back.shown[: len(before)], before)


def test_the_disc_stays_through_triangles_and_their_first_level():
    made = Portrait()
    made.put_piece(Piece("ball", "Ball", ball(quads=False)), "Add")
    with_disc(made)
    assert right_share(made, "ball", 0.01) == 1.0
    made.perform(detail_levels.add(made, "ball"))
    assert right_share(made, "ball", 2.0) == 1.0
    made.perform(detail_levels.go_to(made, "ball", 0))
    assert right_share(made, "ball", 0.01) == 1.0
    made.history.close()


def test_paint_is_carried_over_a_remesh_and_back_by_undo(portrait):
    with_disc(portrait)
    first = portrait.pieces["ball"]
    portrait.perform(remeshing.remesh(portrait, "ball", remeshing.Layout(3.0)))
    key = "ball"
    held = portrait.pieces[key]
    assert held.surface.faces is not first.surface.faces
    assert held.painting is not None
    assert [v.name for v in held.painting.layers] == ["Paint", "Ground"]
    assert right_share(portrait, key, 2.5) > 0.99
    assert painting.grain_in_mm(held) == pytest.approx(painting.grain_in_mm(first), rel=0.9)
    np.testing.assert_array_equal(held.surface.colour, held.painting.shown[: len(held.surface)])
    portrait.history.undo()
    assert portrait.pieces["ball"] is first
    assert right_share(portrait, "ball", 0.01) == 1.0


def test_paint_is_carried_over_strokes_that_adapt_the_detail(portrait):
    """Edges under a stroke beside the disc, and across its rim, become a third as long."""
    with_disc(portrait)
    first = portrait.pieces["ball"]
    surface = first.surface
    rows = np.flatnonzero(np.linalg.norm(surface.positions - (10.0, 0.0, 28.0), axis=1) < 9.0).astype(np.int32)
    before = surface.positions[rows].copy()
    step = RowsChange("ball", "positions", rows, before, (before * 1.01).astype(np.float32))
    portrait.perform(Edit("Swell", (step,)))
    portrait.append(adapting.refined(portrait, "ball", step, 1.5, symmetric=False))
    held = portrait.pieces["ball"]
    assert len(held.surface) > len(surface) + 40
    assert [v.name for v in held.painting.layers] == ["Paint", "Ground"]
    rows, off = disc(portrait)
    inside = held.painting["paint1"].sheet.dense()[:, 3] > 127
    wanted = np.zeros(len(inside), np.bool_)
    wanted[rows] = True
    assert (inside == wanted)[off > 2.5].mean() > 0.99
    portrait.history.undo()
    assert portrait.pieces["ball"] is first
    assert right_share(portrait, "ball", 0.01) == 1.0


def test_paint_is_carried_over_reducing(portrait):
    with_disc(portrait)
    portrait.perform(tidying.reduce(portrait, "ball", 600))
    assert right_share(portrait, "ball", 2.5) > 0.95


def test_paint_is_carried_over_a_cut(portrait):
    """Masked clay becomes a piece of its own: both parts keep the disc that the cut runs through."""
    with_disc(portrait)
    surface = portrait.surface("ball")
    surface.mask[surface.positions[:, 0] > 0.0] = 255
    made = masking.split_off(portrait, "ball")
    portrait.perform(made[0] if isinstance(made, tuple) else made)
    clay = [p for p in portrait.pieces.values() if p.painting is not None]
    assert len(clay) == 2
    for held in clay:
        at = held.painting.grain.places(held.surface)
        far = np.linalg.norm(at - (0.0, 0.0, 30.0), axis=1)
        skin = np.abs(np.linalg.norm(at, axis=1) - 30.0) < 1.5  # not what closes the cut
        inside = skin & (far < 7.5) & (np.abs(at[:, 0]) > 2.0)
        assert inside.sum() > 20
        assert (np.abs(held.painting.shown[inside, :3].astype(int) - RED).max(axis=1) < 3).mean() > 0.97
    portrait.history.undo()
    assert right_share(portrait, "ball", 0.01) == 1.0


def test_a_duplicate_has_paint_of_its_own(portrait):
    with_disc(portrait)
    edit, key = pieces.duplicate(portrait, "ball")
    portrait.perform(edit)
    stroke(portrait, "paint1", np.arange(40), np.zeros((40, 4), np.uint8))
    assert right_share(portrait, key, 0.01) == 1.0


def test_paint_stays_while_a_dial_gives_the_piece_surface_after_surface(portrait):
    """As the dials of a base head do: the same faces in arrays of their own, live, and one step of the history."""
    with_disc(portrait)
    before = portrait.pieces["ball"]
    steps = portrait.history.position
    live = portrait.editing("Dial")
    for k in range(3):
        held = portrait.pieces["ball"]
        made = Surface(held.surface.positions * np.float32(1.01), held.surface.faces.copy())
        live.update(Edit("Dial", (PieceChange(held, Piece("ball", "Ball", made)),)))
        now = portrait.pieces["ball"]
        assert now.painting is not None, k
        shown = now.painting.shown.copy()
        np.testing.assert_array_equal(shown, Painting(now.painting.grain, now.painting.layers).shown)
        np.testing.assert_array_equal(now.surface.colour, shown[: len(made)])
    live.commit()
    assert portrait.history.position == steps + 1
    portrait.history.undo()
    assert portrait.pieces["ball"] is before
    assert right_share(portrait, "ball", 0.01) == 1.0


def test_two_painted_pieces_become_one(portrait):
    with_disc(portrait)
    other = ball()
    other = other.moved(other.positions + np.array([45.0, 0.0, 0.0], np.float32))
    other.colour[:, :3] = (60, 90, 120)
    portrait.put_piece(Piece("other", "Other", other), "Add")
    portrait.perform(fusing.fuse(portrait, ["ball", "other"], 2.0))
    key = next(iter(portrait.pieces))
    held = portrait.pieces[key]
    at = held.painting.grain.places(held.surface)
    there = at[:, 0] > 30.0
    assert (np.abs(held.painting.shown[there, :3].astype(int) - (60, 90, 120)).max(axis=1) < 3).mean() > 0.99
    rows, off = disc(portrait, key)
    assert (held.painting.shown[rows[off[rows] > 2.5], :3] == RED).all(axis=1).mean() > 0.99


def test_it_is_saved_and_opened_again(portrait, tmp_path):
    with_disc(portrait)
    for kind in ("fill", "adjust", "group"):
        portrait.perform(painting.add(portrait, "ball", kind)[0])
    key = "adjust1"
    curve = ((0.0, 0.0), (0.4, 0.5), (1.0, 1.0))
    setting = Adjustment(hue=12.0, grey=(0.6, 0.5, 0.5), curves=(curve, curve, curve))
    portrait.perform(painting.change(portrait, "ball", key, adjustment=setting, opacity=0.5))
    portrait.perform(painting.into_group(portrait, "ball", "fill1", "group1"))
    portrait.perform(painting.change(portrait, "ball", "fill1", mode="multiply", clip=False))
    mask = np.random.default_rng(0).integers(0, 256, (portrait.pieces["ball"].painting.grain.count, 1)).astype(np.uint8)
    portrait.perform(layer_masks.set_mask(portrait, "ball", "fill1", mask))
    container.save(portrait, tmp_path / "a.yewfinch")
    again = container.load(tmp_path / "a.yewfinch")
    one, two = portrait.pieces["ball"].painting, again.pieces["ball"].painting
    assert alike(one.layers, two.layers)
    np.testing.assert_array_equal(one.shown, two.shown)
    assert container.to_bytes(again) == container.to_bytes(container.load(tmp_path / "a.yewfinch"))


@pytest.mark.parametrize(
    "harm",
    [
        {"samples": 5}, {"steps": 7}, {"steps": -1},
        {"layers": [{"id": "a", "name": "a", "kind": "group", "parent": "a"}]},
        {"layers": [{"id": "a", "name": "a", "kind": "fill"}]},
        {"layers": [{"id": "a", "name": "a", "kind": "fill", "colour": [1, 2, 999]}]},
        {"layers": [{"id": "a", "name": "a", "mode": "shine", "kind": "group"}]},
        {"layers": [{"id": "nowhere", "name": "a"}]},
        {"layers": [{"id": "a", "name": "a", "kind": "adjust", "adjustment": {"hue": 0.0, "contrast": -3.0}}]},
    ],
)  # fmt: skip
def test_a_file_with_layers_that_make_no_sense_is_told_in_a_sentence(portrait, tmp_path, harm):
    import json
    import zipfile

    with_disc(portrait)
    container.save(portrait, tmp_path / "a.yewfinch")
    with zipfile.ZipFile(tmp_path / "a.yewfinch") as good, zipfile.ZipFile(tmp_path / "b.yewfinch", "w") as bad:
        for member in good.namelist():
            data = good.read(member)
            if member == "portrait.json":
                manifest = json.loads(data)
                manifest["pieces"][0]["paint"].update(harm)
                data = json.dumps(manifest)
            bad.writestr(member, data)
    with pytest.raises(BadFileError, match="damaged"):
        container.load(tmp_path / "b.yewfinch")


def test_a_snapshot_keeps_what_was_while_work_goes_on(portrait):
    with_disc(portrait)
    still = still_of(portrait)
    kept = container.to_bytes(still)
    stroke(portrait, "paint1", np.arange(900), np.full((900, 4), 7, np.uint8))
    assert container.to_bytes(still) == kept
    assert container.to_bytes(portrait) != kept


def test_merging_grouping_and_collapsing_keep_what_is_seen(portrait):
    with_disc(portrait)
    edit, key = painting.add(portrait, "ball")
    portrait.perform(edit)
    rows, _ = disc(portrait, centre=(10.0, 0.0, 28.0))
    stroke(portrait, key, rows, np.tile(np.array([40, 80, 160, 120], np.uint8), (len(rows), 1)))
    seen = painting.painting_of(portrait, "ball").shown.astype(int)
    portrait.perform(painting.add(portrait, "ball", "group")[0])
    for layer in ("paint1", key):
        portrait.perform(painting.into_group(portrait, "ball", layer, "group1"))
    assert np.abs(painting.painting_of(portrait, "ball").shown - seen).max() <= 1
    portrait.perform(painting.merge(portrait, "ball", key)[0])
    assert np.abs(painting.painting_of(portrait, "ball").shown - seen).max() <= 2
    portrait.perform(painting.collapse(portrait, "ball")[0])
    assert np.abs(painting.painting_of(portrait, "ball").shown - seen).max() <= 2
    while portrait.history.can_undo:
        portrait.history.undo()
    while portrait.history.can_redo:
        portrait.history.redo()
    assert np.abs(painting.painting_of(portrait, "ball").shown - seen).max() <= 2


def test_masks_come_from_the_clay_and_its_regions(portrait):
    with_disc(portrait)
    held = portrait.pieces["ball"]
    with pytest.raises(YewfinchError, match="masked"):
        layer_masks.mask_from_clay(portrait, "ball", "paint1")
    held.surface.mask[held.surface.positions[:, 0] > 0.0] = 255
    portrait.perform(layer_masks.mask_from_clay(portrait, "ball", "paint1"))
    at = held.painting.grain.places(held.surface)
    shown = painting.painting_of(portrait, "ball").shown
    rows, _ = disc(portrait)
    left = at[rows, 0] > 5.0
    assert (shown[rows[left], :3] == (214, 196, 176)).all()
    assert (shown[rows[at[rows, 0] < -5.0], :3] == RED).all()
    portrait.perform(layer_masks.invert_mask(portrait, "ball", "paint1"))
    assert (painting.painting_of(portrait, "ball").shown[rows[left], :3] == RED).all()


def test_what_cannot_take_paint_says_why(portrait):
    made = begun(portrait)
    assert painting.can_paint_on(made, "paint1") == ""
    assert "Choose" in painting.can_paint_on(made, "nowhere")
    for setting, word in (({"locked": True}, "locked"), ({"visible": False}, "hidden"), ({"opacity": 0.0}, "opacity")):
        portrait.perform(painting.change(portrait, "ball", "paint1", **setting))
        assert word in painting.can_paint_on(painting.painting_of(portrait, "ball"), "paint1")
        portrait.history.undo()
    for bad in ({"opacity": 2.0}, {"opacity": float("nan")}, {"mode": "shine"}, {"name": "   "}):
        with pytest.raises(YewfinchError):
            painting.change(portrait, "ball", "paint1", **bad)
    for grain in (0.0, -1.0, float("nan"), 1e9):
        with pytest.raises(YewfinchError, match="grain"):
            painting.regrain(portrait, "ball", grain)


def test_another_grain_keeps_the_disc(portrait):
    with_disc(portrait)
    count = portrait.pieces["ball"].painting.grain.count
    portrait.perform(painting.regrain(portrait, "ball", 0.5))
    assert portrait.pieces["ball"].painting.grain.count > 3 * count
    assert right_share(portrait, "ball", 1.5) == 1.0
    assert painting.regrain(portrait, "ball", 0.5) is None


_WORK = st.sampled_from(
    ["paint", "value", "add", "merge", "weigh", "hide", "move", "place", "duplicate", "remove", "level", "undo", "redo"]
)


@settings(max_examples=15)
@given(st.lists(st.tuples(_WORK, st.integers(0, 999)), min_size=2, max_size=14))
def test_any_work_is_taken_back_to_the_bit(steps):
    made = Portrait()
    made.put_piece(Piece("ball", "Ball", trimesh_cube()), "Add")
    begun(made, 2.0)
    first = [(v.id, v.sheet.dense().copy()) for v in made.pieces["ball"].painting.layers]
    none = [v.id for v in made.pieces["ball"].painting.layers if v.values]
    assert not none
    base = made.history.position
    for what, seed in steps:
        _work(made, what, seed)
        held = made.pieces["ball"]
        np.testing.assert_array_equal(held.painting.shown, Painting(held.painting.grain, held.painting.layers).shown)
        np.testing.assert_array_equal(held.surface.colour, held.painting.shown[: len(held.surface)])
    end = made.history.position
    after = made.pieces["ball"].painting.shown.copy()
    made.history.go_to(base)
    assert [(k, v.tobytes()) for k, v in first] == [
        (v.id, v.sheet.dense().tobytes()) for v in made.pieces["ball"].painting.layers
    ]
    values = [s.dense() for v in made.pieces["ball"].painting.layers for s in v.values.values()]
    assert not any(v.any() for v in values)
    made.history.go_to(end)
    np.testing.assert_array_equal(made.pieces["ball"].painting.shown, after)
    made.history.close()


def trimesh_cube() -> Surface:
    at = np.array([[x, y, z] for x in (-1, 1) for y in (-1, 1) for z in (-1, 1)], np.float32) * 10
    faces = [[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]]
    return levels.added(levels.begun(Surface(at, faces), {})).surface


def _work(portrait: Portrait, what: str, seed: int) -> None:
    rng = np.random.default_rng(seed)
    held = painting.painting_of(portrait, "ball")
    layer = held.layers[seed % len(held.layers)]
    if what == "undo" and portrait.history.position > 2:
        portrait.history.undo()
    elif what == "redo":
        portrait.history.redo()
    elif what == "paint":
        rows = np.unique(rng.integers(0, held.grain.count, 30))
        stroke(portrait, layer.id, rows, rng.integers(0, 256, (len(rows), 4)).astype(np.uint8))
    elif what == "value":
        rows = np.unique(rng.integers(0, held.grain.count, 30)).astype(np.int32)
        part = ("roughness", "height")[seed % 2]
        sheet = held.sheet(layer.id, part)
        after = rng.integers(0, 256, (len(rows), 2)).astype(np.uint8)
        change = RowsChange("ball", channel_of(layer.id, part), rows, sheet.at(rows), after)
        portrait.perform(Edit("Value", (change,)))
    elif what == "level":
        levels_now = portrait.pieces["ball"].levels
        edit = (
            detail_levels.add(portrait, "ball")
            if levels_now is None
            else detail_levels.go_to(portrait, "ball", 1 - levels_now.current)
        )
        portrait.perform(edit)
    elif what in ("add", "weigh", "hide", "move", "place", "duplicate", "remove", "merge"):
        if what == "remove" and len(held.layers) < 2:
            return
        try:
            edit = {
                "add": lambda: painting.add(portrait, "ball")[0],
                "weigh": lambda: painting.change(portrait, "ball", layer.id, opacity=float(rng.random())),
                "hide": lambda: painting.change(portrait, "ball", layer.id, visible=not layer.visible),
                "move": lambda: painting.move(portrait, "ball", layer.id, 1),
                "place": lambda: painting.place(portrait, "ball", layer.id, "", held.layers[0].id),
                "duplicate": lambda: painting.duplicate(portrait, "ball", layer.id)[0],
                "remove": lambda: painting.remove(portrait, "ball", layer.id),
                "merge": lambda: painting.merge(portrait, "ball", layer.id)[0],
            }[what]()
        except YewfinchError:
            return
        if edit is not None:
            portrait.perform(edit)


def test_an_eye_or_a_follower_takes_no_layers(portrait):
    held = portrait.pieces["ball"]
    portrait.perform(Edit("Lock", (PieceChange(held, replace(held, locked=True)),)))
    with pytest.raises(YewfinchError, match="locked"):
        painting.begin(portrait, "ball")


def test_a_layer_is_put_anywhere_with_what_lies_in_it(portrait):
    begun(portrait)
    for kind in ("group", "group", "paint"):
        portrait.perform(painting.add(portrait, "ball", kind)[0])
    ids = lambda: [(v.id, v.parent) for v in painting.painting_of(portrait, "ball").layers]  # noqa: E731
    portrait.perform(painting.place(portrait, "ball", "paint1", "group1"))
    portrait.perform(painting.place(portrait, "ball", "paint2", "group1", "paint1"))
    assert [k for k, parent in ids() if parent == "group1"] == ["paint2", "paint1"]
    portrait.perform(painting.place(portrait, "ball", "group1", "group2"))
    assert [k for k, parent in ids() if not parent] == ["group2", "ground"]
    portrait.perform(painting.place(portrait, "ball", "ground", "", "group2"))
    assert [k for k, parent in ids() if not parent] == ["ground", "group2"]
    assert painting.place(portrait, "ball", "paint2", "group1", "paint1") is None
    with pytest.raises(YewfinchError, match="itself"):
        painting.place(portrait, "ball", "group2", "group1")
    portrait.perform(painting.place(portrait, "ball", "paint2"))
    assert ids()[-1] == ("paint2", "")  # the lowest of all


def test_paint_becomes_pigments_that_come_to_its_colour(portrait):
    """Tones of skin, light to brown: what they come to over other skin is within dE00 2.5."""
    made = begun(portrait)
    n = made.grain.count
    portrait.perform(painting.fill(portrait, "ball", (205, 165, 145), "ground"))
    tones = np.array([(200, 158, 138), (190, 140, 115), (140, 98, 78), (176, 120, 102)], np.uint8)
    colours = np.full((n, 4), 255, np.uint8)
    which = np.arange(n) % 4
    colours[:, :3] = tones[which]
    colours[which == 3, 3] = 128
    edit, key = painting.put(portrait, "ball", "Tones", colours)
    portrait.perform(edit)
    seen = painting.painting_of(portrait, "ball").shown.copy()
    edit, away = pigment_layers.to_pigments(portrait, "ball", key)
    portrait.perform(edit)
    after = painting.painting_of(portrait, "ball").shown
    far = ciede2000(to_lab(seen[:, :3] / 255.0), to_lab(after[:, :3] / 255.0))
    assert [np.median(far[which == k]) < 2.5 for k in range(4)] == [True] * 4
    assert away < 2.0
    assert painting.painting_of(portrait, "ball")[key].kind == "pigment"
    portrait.perform(painting.change(portrait, "ball", key, opacity=0.0))
    np.testing.assert_array_equal(painting.painting_of(portrait, "ball").shown[:, :3], np.tile((205, 165, 145), (n, 1)))
    with pytest.raises(YewfinchError, match="no paint"):
        pigment_layers.to_pigments(portrait, "ball", key)
    with pytest.raises(YewfinchError, match="Nothing is painted"):
        pigment_layers.to_pigments(portrait, "ball", "paint1")
