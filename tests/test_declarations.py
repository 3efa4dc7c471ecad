"""What is declared in one file works everywhere.

A channel, a tool, an exchange format and a canon that only this file knows.
"""

import struct

import numpy as np
import pytest
import trimesh

from tests.sculpt.clay import draw, line
from yewfinch.core.anatomy.lore import canon
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import adapting, detail_levels, fusing, masking, pieces
from yewfinch.core.formats import container, model_files, transfer
from yewfinch.core.formats.exchange.model import Format, Model, Shape, merged
from yewfinch.core.mesh.surface import channel_spec
from yewfinch.core.mesh.surface.channel_spec import ChannelSpec
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.sculpt import toolbox
from yewfinch.core.sculpt.laying import laying
from yewfinch.core.sculpt.tool_options import Amount
from yewfinch.core.sculpt.tool_section import ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.demo.shapes import cube_sphere

WARMTH = ChannelSpec("warmth", 1, "float32", (0.25,), exported="warmth", tint=(220, 20, 20), most=1.0)
VEINS = ChannelSpec("veins", 2, "uint8", (0, 7), stays=True)
WARM = ToolSpec(
    "warm", "Warm", "Lays warmth on.", "Ctrl+Alt+W", ToolSettings(size=30.0, strength=1.0, falloff="even"),
    lambda ctx: laying(ctx, "Warm", ctx.settings.value("heat"), WARMTH.default[0]), channel="warmth", place=55,
    section=ToolSection(after=lambda t: 2 * t), options=(Amount("heat", "Heat", "How warm.", 0.9, 0.0, 1.0, ""),),
)  # fmt: skip


@pytest.fixture
def warm():
    """A ball with two channels more, and a tool that works on one of them."""
    channel_spec.register(WARMTH)
    channel_spec.register(VEINS)
    toolbox.tools()
    toolbox.register(WARM)
    portrait = Portrait()
    portrait.put_piece(Piece("ball", "Ball", cube_sphere(24)), "Begin")
    yield portrait
    portrait.history.close()
    toolbox.forget("warm")
    channel_spec.forget("veins")
    channel_spec.forget("warmth")


def warmth(portrait, piece="ball"):
    return portrait.surface(piece).channels["warmth"][:, 0]


def in_front(portrait, piece="ball", within=5.0):
    return np.linalg.norm(portrait.surface(piece).positions - (0, 0, 100), axis=1) < within


def drawn(portrait, **changes):
    draw(portrait, portrait.pieces["ball"], "warm", line((-8, 0), (8, 0), 9), **changes)
    portrait.surface("ball").channels["veins"][:, 0] = portrait.surface("ball").positions[:, 1] > 0


def same(a, b):
    for name in ("colour", "mask", "roughness", "warmth", "veins"):
        np.testing.assert_array_equal(a.channels[name], b.channels[name])


def test_a_stroke_of_it_is_undone_and_done_again(warm):
    assert (warmth(warm) == 0.25).all()
    drawn(warm)
    assert warmth(warm)[in_front(warm)] == pytest.approx(0.9, abs=1e-6)
    held = warmth(warm).copy()
    assert warm.history.newest == "Warm"
    warm.history.undo()
    assert (warmth(warm) == 0.25).all()
    warm.history.redo()
    np.testing.assert_array_equal(warmth(warm), held)
    drawn(warm, heat=0.4)
    assert warmth(warm)[in_front(warm)] == pytest.approx(0.4, abs=1e-6)
    drawn(warm, ctrl=True)
    assert warmth(warm)[in_front(warm)] == pytest.approx(0.25, abs=1e-6)
    np.testing.assert_array_equal(warm.surface("ball").colour, cube_sphere(24).colour)


def test_it_goes_up_and_down_the_levels_and_through_files(warm, tmp_path):
    drawn(warm)
    below = warmth(warm).copy()
    warm.perform(detail_levels.add(warm, "ball"))
    fine = warmth(warm)
    assert fine[in_front(warm)] == pytest.approx(0.9, abs=1e-6)
    assert fine.min() == 0.25 and 0.25 < np.median(fine[(fine > 0.25)]) <= 0.9
    assert len(np.unique(fine)) > len(np.unique(below))  # mixed between its neighbours, not rounded to bytes
    warm.surface("ball").channels["warmth"][in_front(warm, within=3.0)] = 0.6
    container.save(warm, tmp_path / "a.yewfinch")
    opened = container.load(tmp_path / "a.yewfinch")
    same(opened.surface("ball"), warm.surface("ball"))
    for portrait in (warm, opened):
        portrait.perform(detail_levels.go_to(portrait, "ball", 0))
        assert warmth(portrait)[in_front(portrait, within=3.0)] == pytest.approx(0.6, abs=1e-6)
        portrait.perform(detail_levels.go_to(portrait, "ball", 1))
    same(opened.surface("ball"), warm.surface("ball"))
    opened.history.close()


def test_plain_clay_takes_no_room_in_a_file(warm, tmp_path):
    import zipfile

    container.save(warm, tmp_path / "a.yewfinch")
    with zipfile.ZipFile(tmp_path / "a.yewfinch") as file:
        assert not [n for n in file.namelist() if "warmth" in n or "veins" in n]
    opened = container.load(tmp_path / "a.yewfinch")
    assert (warmth(opened) == 0.25).all() and (opened.surface("ball").channels["veins"] == (0, 7)).all()
    opened.history.close()


def test_other_faces_carry_it(warm):
    drawn(warm)
    warm.perform(fusing.fuse(warm, ("ball",), 4.0))
    assert np.abs(warmth(warm)[in_front(warm, within=4.0)] - 0.9).max() < 0.02
    far = warm.surface("ball").positions[:, 2] < 0
    assert (warmth(warm)[far] == 0.25).all()
    surface = warm.surface("ball")
    rows = np.nonzero(in_front(warm, within=20.0))[0].astype(np.int32)
    at = surface.positions[rows].copy()
    warm.keep_stroke(
        "Stroke",
        RowsChange("ball", "positions", rows, at, at),
        adapting.refined(warm, "ball", RowsChange("ball", "positions", rows, at, at), 2.0, False),
    )
    assert len(warm.surface("ball")) > len(surface)
    assert np.abs(warmth(warm)[in_front(warm, within=3.0)] - 0.9).max() < 0.02


def test_what_stays_with_its_piece_is_left_behind_and_the_rest_goes_along(warm):
    drawn(warm)
    surface = warm.surface("ball")
    surface.mask[surface.positions[:, 2] > 20] = 255
    edit, key = masking.split_off(warm, "ball")
    warm.perform(edit)
    assert warmth(warm, key)[in_front(warm, key)] == pytest.approx(0.9, abs=1e-6)
    assert (warm.surface(key).channels["veins"] == (0, 7)).all()
    assert not warm.surface(key).mask.any()
    edit, copy = pieces.duplicate(warm, key)
    warm.perform(edit)
    same(warm.surface(copy), warm.surface(key))


def test_the_other_side_takes_it_over(warm):
    drawn(warm)
    surface = warm.surface("ball")
    surface.channels["warmth"][surface.positions[:, 0] > 30] = 0.7
    edit, image = pieces.mirror(warm, "ball")
    warm.perform(edit)
    assert warmth(warm, image)[warm.surface(image).positions[:, 0] < -40] == pytest.approx(0.7, abs=1e-6)
    warm.perform(pieces.merge(warm, ("ball", image)))
    assert sorted(np.unique(np.round(warmth(warm, next(iter(warm.pieces))), 3)))[0] == 0.25


@pytest.mark.parametrize("suffix", [".ply", ".glb"])
def test_other_formats_carry_it(warm, tmp_path, suffix):
    drawn(warm)
    path = tmp_path / f"a{suffix}"
    transfer.export(warm, path)
    back = transfer.pieces_of(model_files.read_model(path), path.name, set(), "mm")[0].surface
    np.testing.assert_allclose(np.sort(back.channels["warmth"].ravel()), np.sort(warmth(warm)), atol=1e-6)
    if suffix == ".ply":  # a reader that nobody here made
        raw = trimesh.load(path, process=False).metadata["_ply_raw"]["vertex"]["data"]
        np.testing.assert_array_equal(raw["warmth"].ravel(), warmth(warm))
        assert "veins" not in raw.dtype.names


def test_channels_that_clash_or_cannot_be_are_refused(warm):
    with pytest.raises(ValueError, match=r"'warmth' .* clashes with 'warmth'"):
        channel_spec.register(WARMTH)
    with pytest.raises(ValueError, match="clashes with 'roughness'"):
        channel_spec.register(ChannelSpec("worn", 1, "uint8", (0,), exported="roughness"))
    with pytest.raises(ValueError, match="cannot be called 'positions'"):
        ChannelSpec("positions", 3, "float32", (0, 0, 0))
    with pytest.raises(ValueError, match="has 2 values a vertex, but 1"):
        ChannelSpec("pair", 2, "uint8", (0,))


# --- an exchange format ---------------------------------------------------------------------


def _write(shapes):
    s = merged(shapes)
    return struct.pack("<II", len(s.positions), len(s.faces)) + s.positions.tobytes() + s.faces.tobytes()


def _read(path):
    data = path.read_bytes()
    n, m = struct.unpack("<II", data[:8])
    at = np.frombuffer(data, "<f4", 3 * n, 8).reshape(n, 3)
    return Model([Shape(path.stem, at, np.frombuffer(data, "<i4", 4 * m, 8 + 12 * n).reshape(m, 4))], "cm")


def test_a_format_is_a_declaration(tmp_path):
    portrait = Portrait()
    portrait.put_piece(Piece("ball", "Ball", cube_sphere(6)), "Begin")
    toy = Format(".toy", "TOY", "centimetres", False, _read, _write, place=99)
    model_files.formats()
    model_files.register(toy)
    try:
        assert list(model_files.formats())[-1] == ".toy"
        assert "TOY" in [f.title for f in model_files.writable().values()]
        assert (
            transfer.export(portrait, tmp_path / "a.toy")
            == "Exported a.toy: centimetres, without colours, which the format does not carry."
        )
        model = model_files.read_model(tmp_path / "a.toy")
        (back,) = transfer.pieces_of(model, "a.toy", {"ball"}, model.likely())
        np.testing.assert_allclose(
            np.ptp(back.surface.positions, axis=0), 10 * np.ptp(portrait.surface("ball").positions, axis=0), rtol=1e-6
        )
        with pytest.raises(ValueError, match=r"TOY and TOY are both for \.toy"):
            model_files.register(toy)
    finally:
        model_files.forget(".toy")
        portrait.history.close()
    assert ".toy" not in model_files.formats()


def test_a_canon_is_a_declaration(portrait):
    eyes = canon.Canon("Eyes apart", 0, ("ex_r", "en_r", "en_l", "ex_l"), ("right eye", "one eye between", "left eye"))
    canon.register(eyes)
    try:
        found = canon.canons()[-1].shares(portrait.landmarks())
        assert [s.title for s in found] == ["right eye", "one eye between", "left eye"]
        assert sum(s.size for s in found) == pytest.approx(
            abs(portrait.landmark("ex_l")[0] - portrait.landmark("ex_r")[0])
        )
        with pytest.raises(ValueError, match="'Eyes apart' already"):
            canon.register(eyes)
    finally:
        canon.forget("Eyes apart")
    with pytest.raises(ValueError, match="2 landmarks and 2 parts"):
        canon.register(canon.Canon("Wrong", 0, ("ex_r", "ex_l"), ("a", "b")))
