"""What the large view is looked at through: both kinds show the same."""

import numpy as np
import pytest

from tests.app.hands import handled
from yewfinch.app.bench_window import bench_window
from yewfinch.app.view.glass import CardGlass, ProcessorGlass
from yewfinch.app.view.photo_layers import pixels_of
from yewfinch.core.session.settings import Settings
from yewfinch.demo.demo_portrait import demo_portrait


@pytest.fixture
def other_window(window, qtbot, monkeypatch):
    """A window as on a machine with a graphics card."""
    monkeypatch.setattr("yewfinch.app.view.glass.by_processor", lambda context: False)
    w = bench_window(demo_portrait(), Settings())
    w.resize(window.size())
    w.show()
    qtbot.waitUntil(
        lambda: w.viewport.context is not None and w.viewport.size() == window.viewport.size(), timeout=20000
    )
    yield w
    w.settle = lambda: True
    w.close()
    w.deleteLater()


def on_screen(window, qtbot):
    """The part of the screen where the large view is, (h, w, 3) int."""
    window.raise_()
    handled()
    view = window.viewport
    at, whole = view.mapTo(window, view.rect().topLeft()), pixels_of(window.snapshot().toImage()).astype(int)
    return whole[at.y() : at.y() + view.height(), at.x() : at.x() + view.width()]


def test_a_card_and_a_processor_show_the_same(window, other_window, qtbot):
    one, other = window, other_window
    assert isinstance(one.viewport.glass, ProcessorGlass) and isinstance(other.viewport.glass, CardGlass)
    for w in (one, other):
        w.bench.set_stage("Features")  # landmarks lie over the clay
        handled()

    def differing():
        pictures = [on_screen(w, qtbot) for w in (one, other)]
        return (np.abs(pictures[0] - pictures[1]).max(axis=2) > 8).mean()

    # a busy machine draws roughly at first; lines and letters are painted by another engine
    qtbot.waitUntil(lambda: differing() < 0.003, timeout=20000)
    a = on_screen(one, qtbot)
    assert np.ptp(a) > 100
    for w in (one, other):  # a photo over the clay
        w.bench.standpoint.take(w.bench.portrait.sitter.photos[0].id)
        w.bench.standpoint.set_overlay(opacity=0.5)
        photo = w.bench.standpoint.photo()
        qtbot.waitUntil(lambda w=w, p=photo: not w.photos.image(w.bench.portrait.sitter, p).isNull(), timeout=10000)
    qtbot.waitUntil(lambda: differing() < 0.02, timeout=20000)
    c = on_screen(one, qtbot)
    assert np.abs(c - a).mean() > 3.0
