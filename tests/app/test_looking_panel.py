"""Ways to look at the clay in the real window: finishes, black outline, raking light, the picture turned about."""

import numpy as np
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, click, drag, line, unfold, view_picture


def test_finishes_and_lights_change_the_picture_and_not_the_clay(window, qtbot):
    w = window
    w.bench.set_stage("Form")
    unfold(w, "Looking")
    before = w.bench.portrait.surface("head").colour.copy()
    own = view_picture(w)
    ground = (np.ptp(own, axis=2) < 6) & (np.abs(own.mean(axis=2) - 169) < 3)
    seen = {}
    for key in ("plaster", "bronze", "terracotta"):
        click(w.panel("Looking").finishes[key])
        seen[key] = view_picture(w)[~ground].mean(axis=0)
    assert seen["plaster"].min() > seen["terracotta"].max() > seen["bronze"].max()
    assert seen["terracotta"][0] > 1.5 * seen["terracotta"][2]
    click(w.panel("Looking").finishes["own"])
    np.testing.assert_array_equal(view_picture(w), own)
    w.panel("Looking").cavity.slider.setValue(1000)
    assert np.abs(view_picture(w) - own)[~ground].mean() > 2
    w.panel("Looking").cavity.slider.setValue(0)
    QTest.keyClick(w.viewport, Qt.Key.Key_F7)
    assert w.panel("Looking").black.isChecked()
    dark = view_picture(w)
    assert np.percentile(dark[~ground], 90) < 40
    QTest.keyClick(w.viewport, Qt.Key.Key_F7)
    QTest.keyClick(w.viewport, Qt.Key.Key_F6)
    raking = view_picture(w)
    half = raking.shape[1] // 2
    assert raking[:, :half][~ground[:, :half]].mean() > raking[:, half:][~ground[:, half:]].mean() + 20
    w.panel("Looking").raking.click()
    np.testing.assert_array_equal(view_picture(w), own)
    np.testing.assert_array_equal(w.bench.portrait.surface("head").colour, before)
    assert w.bench.portrait.history.position == 0


def test_work_goes_on_in_the_mirrored_picture(window):
    w = window
    w.bench.set_stage("Form")
    w.bench.outlook.set_view(w.bench.outlook.view.turned(35, 0))
    plain = view_picture(w)
    QTest.keyClick(w.viewport, Qt.Key.Key_F8)
    turned = view_picture(w)
    assert np.abs(turned[:, ::-1] - plain).mean() > 0  # lit from the same side of the room as before ...
    clay = np.abs(plain - 169).max(axis=2) > 8
    assert (np.abs(turned[:, ::-1] - 169).max(axis=2) > 8)[clay].mean() > 0.97  # ... but the same outline, turned about
    w.bench.tools.set_symmetry(False)
    w.bench.tools.take("clay")
    surface = w.bench.portrait.surface("head")
    before = surface.positions.copy()
    x, y = at_landmark(w, "zy_l")
    assert x < w.viewport.width() / 2 + 60
    drag(w.viewport, line((x, y), (x + 10, y + 20)))
    moved = np.linalg.norm(surface.positions - before, axis=1) > 0.05
    assert moved.any()
    assert np.linalg.norm(before[moved] - w.bench.portrait.landmark("zy_l"), axis=1).mean() < 25
    out = ((surface.positions - before)[moved] * surface.normals[moved]).sum(axis=1)
    assert (out > 0).mean() > 0.9
    assert w.panel("Looking").mirrored.isChecked()
