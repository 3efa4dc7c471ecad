"""Form layers saved and opened again; files that claim what cannot be."""

import numpy as np
import pytest

from tests.document.work import added, stack, stroke, weighed, with_ball
from tests.formats.spoiling import spoiled
from yewfinch.core.document.verbs import detail_levels, form_layers, states
from yewfinch.core.formats.container import load, save
from yewfinch.core.shared.errors import BadFileError


@pytest.fixture
def worked():
    portrait = with_ball(10)
    portrait.perform(detail_levels.add(portrait, "clay"))
    fine = added(portrait, "fine")
    stroke(portrait, 1, fine, 0.4)
    portrait.perform(detail_levels.go_to(portrait, "clay", 0))
    for name in ("pores", "wrinkles"):
        stroke(portrait, len(name), added(portrait, name))
    surface = portrait.surface("clay")
    surface.mask[surface.positions[:, 1] > 0] = 120
    portrait.perform(form_layers.hold_off(portrait, "clay", "layer2"))
    weighed(portrait, "layer3", 0.7)
    portrait.perform(states.store(portrait, "clay", "coarse")[0])
    yield portrait
    portrait.history.close()


def test_layers_of_all_levels_come_back_and_go_on(worked, tmp_path):
    save(worked, tmp_path / "a.yewfinch")
    again = load(tmp_path / "a.yewfinch")
    assert [v.name for v in stack(again).layers] == [v.name for v in stack(worked).layers]
    assert [(s.name, s.level) for s in again.states["clay"]] == [("coarse", 0)]
    np.testing.assert_array_equal(again.states["clay"][0].positions, worked.surface("clay").positions)
    for p in (worked, again):
        weighed(p, "layer3", 0.0)
        weighed(p, "layer2", 1.6)
        p.perform(detail_levels.go_to(p, "clay", 1))
        weighed(p, "layer1", -0.5)
        assert stack(p)["layer1"].name == "fine"
    np.testing.assert_array_equal(worked.surface("clay").positions, again.surface("clay").positions)
    again.history.close()
    save(again, tmp_path / "b.yewfinch")
    third = load(tmp_path / "b.yewfinch")
    assert stack(third)["layer1"].strength == -0.5
    third.history.close()


@pytest.mark.parametrize("how", [
    {"member": "pieces/clay/layers-0-layer3.npy"}, {"member": "pieces/clay/layers-1-base-leaves.npy"},
    {"member": "pieces/clay/layers-0-layer2.npy", "array": np.full((1024, 3), np.inf, "<f4")},
    {"member": "pieces/clay/layers-0-layer2-leaves.npy", "array": np.full((2, 1), 77, "<i4")},
    {"member": "pieces/clay/layers-0-layer2-leaves.npy", "array": np.zeros(3, "<i4")},
    {"member": "pieces/clay/state1.npy"}, {"member": "pieces/clay/state1.npy", "array": np.zeros((5, 3), "<f4")},
])  # fmt: skip
def test_layers_that_cannot_be_are_refused_in_a_sentence(worked, tmp_path, how):
    save(worked, tmp_path / "a.yewfinch")
    spoiled(tmp_path / "a.yewfinch", **how)
    with pytest.raises(BadFileError, match="damaged"):
        load(tmp_path / "a.yewfinch")
