"""Colour layers as OpenRaster: by the published layout, painted together by another program, taken back."""

import io
import zipfile
from xml.etree import ElementTree as Xml

import numpy as np
import pytest
from PyQt6.QtGui import QColor, QImage, QPainter

from tests.formats.test_colour_maps import off
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import layer_masks, painting
from yewfinch.core.formats import colour_maps, openraster
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.demo.shapes import cube_sphere

#: What the painter of the interface library calls the modes of the format.
_PAINTER = {
    "svg:src-over": QPainter.CompositionMode.CompositionMode_SourceOver,
    "svg:multiply": QPainter.CompositionMode.CompositionMode_Multiply,
    "svg:overlay": QPainter.CompositionMode.CompositionMode_Overlay,
}


@pytest.fixture
def portrait():
    made = Portrait()
    made.put_piece(Piece("ball", "Ball", cube_sphere(10)), "Add")
    made.perform(painting.begin(made, "ball", 2.0))
    made.perform(colour_maps.lay_out(made, "ball"))
    yield made
    made.history.close()


def held(portrait):
    return painting.painting_of(portrait, "ball")


def layer(portrait, name, seed, **settings):
    """A layer of soft waves."""
    at = held(portrait).grain.places(portrait.surface("ball"))
    rng = np.random.default_rng(seed)
    waves = [0.5 + 0.5 * np.sin(at @ rng.normal(0, 0.05, 3) + rng.uniform(0, 6)) for _ in range(4)]
    edit, key = painting.put(portrait, "ball", name, np.round(255 * np.stack(waves, axis=1)).astype(np.uint8))
    portrait.perform(edit)
    if settings:
        portrait.perform(painting.change(portrait, "ball", key, **settings))
    return key


def shown_by_qt(path) -> np.ndarray:
    """All layers of a file painted over each other by Qt."""
    with zipfile.ZipFile(path) as archive:
        root = Xml.fromstring(archive.read("stack.xml"))
        side = int(root.get("w"))

        def paint(stack) -> QImage:
            out = QImage(side, side, QImage.Format.Format_RGBA64_Premultiplied)
            out.fill(0)
            for entry in reversed(list(stack)):
                if entry.get("visibility") == "hidden":
                    continue
                if entry.tag == "stack":
                    picture = paint(entry)
                else:
                    picture = QImage.fromData(archive.read(entry.get("src")))
                painter = QPainter(out)
                painter.setCompositionMode(_PAINTER[entry.get("composite-op")])
                painter.setOpacity(float(entry.get("opacity")))
                painter.drawImage(0, 0, picture)
                painter.end()
            return out

        out = paint(root.find("stack")).convertToFormat(QImage.Format.Format_RGBA8888)
        bits = out.constBits()
        bits.setsize(out.sizeInBytes())
        return np.frombuffer(bits, np.uint8).reshape(side, side, 4).copy()


def test_the_layout_is_the_published_one(portrait, tmp_path):
    layer(portrait, "Waves", 1, opacity=0.4)
    text = openraster.write(portrait, "ball", tmp_path / "a.ora", 256)
    assert "3 layers" in text
    with zipfile.ZipFile(tmp_path / "a.ora") as archive:
        first = archive.infolist()[0]
        assert (first.filename, first.compress_type) == ("mimetype", zipfile.ZIP_STORED)
        assert archive.read("mimetype") == b"image/openraster"
        assert {"stack.xml", "mergedimage.png", "Thumbnails/thumbnail.png"} <= set(archive.namelist())
        root = Xml.fromstring(archive.read("stack.xml"))
        assert (root.tag, root.get("w"), root.get("h")) == ("image", "256", "256")
        entries = list(root.find("stack"))
        assert [e.get("name") for e in entries] == ["Waves", "Paint", "Ground"]
        assert float(entries[0].get("opacity")) == pytest.approx(0.4)
        for entry in entries:
            assert QImage.fromData(archive.read(entry.get("src"))).width() == 256


def test_another_painter_makes_the_same_of_it(portrait, tmp_path):
    """Modes, opacity, a mask, a clipped layer, a group, an adjustment and pigments."""
    low = layer(portrait, "Low", 2)
    layer(portrait, "Multiplied", 3, mode="multiply", opacity=0.6)
    edit, key = painting.add(portrait, "ball", "pigment")
    portrait.perform(edit)
    moves = np.full((held(portrait).grain.count, 4), (150, 180, 128, 128), np.uint8)
    held(portrait)[key].sheet.put(np.arange(len(moves), dtype=np.int32), moves)
    top = layer(portrait, "Masked", 4, mode="overlay")
    portrait.perform(layer_masks.mask_from_distance(portrait, "ball", top, np.array([0.0, 0.0, 100.0]), 120.0))
    layer(portrait, "Clipped", 5, clip=True)
    edit, group = painting.add(portrait, "ball", "group")
    portrait.perform(edit)
    inside = layer(portrait, "Inside", 6)
    portrait.perform(painting.into_group(portrait, "ball", inside, group))
    portrait.perform(painting.change(portrait, "ball", group, opacity=0.5))
    edit, _ = painting.add(portrait, "ball", "adjust")
    portrait.perform(edit)
    assert low in held(portrait)
    held(portrait).refresh(np.arange(held(portrait).leaf_count, dtype=np.int32))
    openraster.write(portrait, "ball", tmp_path / "a.ora", 512)
    with zipfile.ZipFile(tmp_path / "a.ora") as archive:
        whole = QImage.fromData(archive.read("mergedimage.png")).convertToFormat(QImage.Format.Format_RGBA8888)
        bits = whole.constBits()
        bits.setsize(whole.sizeInBytes())
        wanted = np.frombuffer(bits, np.uint8).reshape(512, 512, 4).astype(int)
    seen = shown_by_qt(tmp_path / "a.ora").astype(int)
    covered = wanted[..., 3] == 255
    away = np.abs(seen - wanted)[covered][:, :3].max(axis=1)
    assert np.quantile(away, 0.99) <= 3  # colours are mixed between samples before or after they are blended


def test_layers_are_taken_back_and_undone(portrait, tmp_path):
    layer(portrait, "Waves", 7, opacity=0.7, mode="multiply")
    edit, group = painting.add(portrait, "ball", "group", "Lot")
    portrait.perform(edit)
    portrait.perform(painting.into_group(portrait, "ball", layer(portrait, "Inside", 8, visible=False), group))
    shown = held(portrait).shown.copy()
    openraster.write(portrait, "ball", tmp_path / "a.ora")
    steps = portrait.history.position
    edit, key = openraster.take(portrait, "ball", tmp_path / "a.ora")
    portrait.perform(edit)
    made = {v.name: v for v in held(portrait).layers if v.parent}
    assert held(portrait)[key].name == "From a"
    assert (made["Waves"].mode, made["Waves"].opacity) == ("multiply", pytest.approx(0.7))
    assert not next(v for v in held(portrait).layers if v.name == "Inside" and v.parent != group).visible
    assert (off(held(portrait).shown, shown) < 1.0).mean() > 0.95
    portrait.history.undo()
    assert portrait.history.position == steps
    np.testing.assert_array_equal(held(portrait).shown, shown)


def packed(**members: bytes) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as archive:
        for name, data in members.items():
            archive.writestr(name.replace("_", "."), data)
    return out.getvalue()


@pytest.mark.parametrize(
    "data",
    [
        b"",
        b"PK",
        packed(mimetype=b"text/plain", stack_xml=b"<image/>"),
        packed(mimetype=b"image/openraster", stack_xml=b"<image"),
        packed(mimetype=b"image/openraster", stack_xml=b'<image w="9999999" h="9"><stack/></image>'),
        packed(
            mimetype=b"image/openraster",
            stack_xml=b'<image w="64" h="64"><stack><layer src="data/none.png"/></stack></image>',
        ),
        packed(
            mimetype=b"image/openraster",
            a_png=b"no picture",
            stack_xml=b'<image w="64" h="64"><stack><layer src="a.png"/></stack></image>',
        ),
    ],
)
def test_damaged_files_are_told_in_a_sentence(portrait, tmp_path, data):
    (tmp_path / "bad.ora").write_bytes(data)
    with pytest.raises(BadFileError):
        openraster.take(portrait, "ball", tmp_path / "bad.ora")
    assert len(held(portrait).layers) == 2


def test_a_layer_smaller_than_the_whole_lies_where_it_says(portrait, tmp_path):
    small = QImage(32, 32, QImage.Format.Format_RGBA8888)
    small.fill(QColor(0x20, 0xC0, 0x40))
    small.save(str(tmp_path / "s.png"))
    stack = b'<image w="64" h="64"><stack><layer name="Corner" src="a.png" x="32" y="0"/></stack></image>'
    data = packed(mimetype=b"image/openraster", a_png=(tmp_path / "s.png").read_bytes(), stack_xml=stack)
    (tmp_path / "b.ora").write_bytes(data)
    portrait.perform(openraster.take(portrait, "ball", tmp_path / "b.ora")[0])
    found = next(v for v in held(portrait).layers if v.name == "Corner").sheet.dense()
    uv = portrait.pieces["ball"].corners.uv
    faces = portrait.surface("ball").faces
    inside = np.unique(faces[((uv[..., 0] > 0.55) & (uv[..., 1] > 0.55)).all(axis=1)])
    outside = np.unique(faces[((uv[..., 0] < 0.45) | (uv[..., 1] < 0.45)).all(axis=1)])
    assert len(inside)
    assert (found[np.setdiff1d(outside, inside), 3] == 0).mean() > 0.9
    assert (found[np.setdiff1d(inside, outside)] == (0x20, 0xC0, 0x40, 255)).all(axis=1).mean() > 0.9


def test_without_places_or_layers_it_says_what_to_do(tmp_path):
    made = Portrait()
    made.put_piece(Piece("ball", "Ball", cube_sphere(4)), "Add")
    with pytest.raises(YewfinchError, match="Begin them"):
        openraster.write(made, "ball", tmp_path / "a.ora")
    made.perform(painting.begin(made, "ball", 5.0))
    with pytest.raises(YewfinchError, match="flat"):
        openraster.write(made, "ball", tmp_path / "a.ora")
    made.history.close()
