"""Eyes in pictures: the iris is as wide as was set, goes where the eye looks, and lies behind a cornea that gleams."""

from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.document.model.edits import Edit, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.features.eyes.eye import Eye, Iris, axis
from yewfinch.core.features.eyes.eye_form import surface_of
from yewfinch.core.features.lids.lid_form import lid_surface
from yewfinch.core.features.lids.lid_margins import globe_of, opening_line
from yewfinch.core.features.lids.lids import Lids
from yewfinch.core.sight.view import View
from yewfinch.render import picture

#: Dark all over, so that it is told from the white by its brightness.
_DARK = Iris(outer=(30, 24, 20), inner=(30, 24, 20), edge=0.0, fibres=0.0, crypts=0.0, rings=0.0, spots=0.0)
_PIXEL = 0.05


@pytest.fixture(scope="module")
def context():
    ctx = picture.standalone_context()
    yield ctx
    ctx.release()


def _portrait(eye):
    p = Portrait()
    p.pieces["eye"] = Piece("eye", "Eye", surface_of(eye), eye=eye)
    return p


def _seen(context, eye):
    camera = View(0, 0, (0, 0, 0), 600, 85, True).camera(600, 600)
    camera = replace(camera, flat=_PIXEL) if camera.flat else camera
    return picture.take(_portrait(eye), camera, context=context).astype(float).mean(axis=2)


def _dark(seen, rows):
    """Where the iris and the pupil are in some rows: first and last dark pixel, mm, over the rows."""
    out = []
    for row in rows:
        dark = np.flatnonzero(seen[row] < 48)
        out.append((dark[0], dark[-1] + 1))
    return np.array(out) * _PIXEL


@pytest.mark.parametrize("iris", [10.0, 11.7, 13.0])
def test_the_iris_is_as_wide_in_the_picture_as_was_set(context, iris):
    seen = _seen(context, Eye((0, 0, 0), (0, 0, 0), iris=iris, pattern=_DARK, veins=0.0, wet=0.0))
    across = np.ptp(_dark(seen, range(296, 304)), axis=1).mean()
    upright = np.ptp(_dark(seen.T, range(296, 304)), axis=1).mean()
    assert across == pytest.approx(iris, abs=0.3)  # the limbus is soft
    assert upright == pytest.approx(across, abs=0.1)  # a circle


def test_the_iris_goes_where_the_eye_looks(context):
    eye = Eye((0, 0, 0), (0, 0, 0), pattern=_DARK, veins=0.0, wet=0.0, target=(100.0, 0.0, 300.0))
    middle = _dark(_seen(context, eye), range(298, 302)).mean() - 300 * _PIXEL
    # the pupil's middle stands before the globe's by what its depth makes of the turn
    limbus = np.sqrt(eye.radius**2 - (eye.iris / 2) ** 2)
    assert middle == pytest.approx(axis(eye)[0] * limbus, abs=0.25)


def test_a_wet_cornea_gleams_over_iris_and_pupil_and_a_dry_one_does_not(context):
    plain = Eye((0, 0, 0), (0, 0, 0), pattern=_DARK, veins=0.0)
    spots = {}
    for wet in (0.0, 1.0):
        seen = _seen(context, replace(plain, wet=wet))
        y, x = np.mgrid[:600, :600]
        inside = np.hypot(x - 299.5, y - 299.5) * _PIXEL < 5.5
        spots[wet] = int((seen[inside] > 190).sum())
    assert spots[0.0] == 0
    assert spots[1.0] > 200


def test_what_moves_the_ball_moves_what_is_seen(context):
    eye = Eye((0, 0, 0), (0, 0, 0), pattern=_DARK, veins=0.0, wet=0.0)
    p = _portrait(eye)
    held = p.pieces["eye"]
    shifted = held.surface.moved(held.surface.positions + np.float32([4.0, 0.0, 0.0]))
    p.perform(Edit("move", (PieceChange(held, replace(held, surface=shifted)),)))
    camera = replace(View(0, 0, (0, 0, 0), 600, 85, True).camera(600, 600), flat=_PIXEL)
    seen = picture.take(p, camera, context=context).astype(float).mean(axis=2)
    assert _dark(seen, range(298, 302)).mean() - 300 * _PIXEL == pytest.approx(4.0, abs=0.1)
    p.history.close()


def test_a_wet_line_gleams_along_the_lower_lid(context):
    eye = Eye((0.0, 0.0, 0.0), (0.0, 0.0, 0.0), target=(0.0, 0.0, 1e5), pattern=_DARK, veins=0.0)
    dry, wet = _portrait(eye), _portrait(eye)
    body = lid_surface(Lids(), eye)
    dry.pieces["lids"] = Piece("lids", "Lids", body)
    wet.pieces["lids"] = Piece("lids", "Lids", body, lids=Lids(), lids_of="eye")
    camera = replace(View(0, 0, (0, 0, 0), 600, 85, True).camera(600, 600), flat=_PIXEL)
    one, two = (picture.take(p, camera, context=context).astype(float).mean(axis=2) for p in (dry, wet))
    rows, columns = np.nonzero(np.abs(one - two) > 3.0)
    at = np.stack([(columns - 300) * _PIXEL, (300 - rows) * _PIXEL], axis=1)
    line = opening_line(Lids(), globe_of(Lids(), eye), upper=False)[:, :2]
    away = np.linalg.norm(at[:, None] - line[None], axis=2).min(axis=1)
    assert len(rows) > 200 and away.max() < 1.3  # along the margin, nowhere else
    assert (two - one)[rows, columns].mean() > 5.0
