"""Lips and teeth in a portrait: set, undone, saved, with layers and symmetry; teeth along with jaw, pose and clay."""

from dataclasses import replace

import igl
import numpy as np
import pytest

from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.anatomy.figure.pose import Pose
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.document.verbs import detail_levels, exaggerating, form_layers, lips, placing, remeshing, teeth
from yewfinch.core.document.verbs.remeshing import Layout
from yewfinch.core.features.lips.lip_creases import Creases
from yewfinch.core.features.lips.lip_measures import part_of, read, with_measure
from yewfinch.core.features.lips.lips import MIDDLE
from yewfinch.core.features.teeth.teeth_form import on_jaw
from yewfinch.core.formats.container import load, save
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.query.twins import is_still_symmetric, twins_of
from yewfinch.core.shared.errors import BadFileError, YewfinchError


def _set(p, key, value, mouths=None):
    found = lips.held(p).lips
    p.perform(lips.change(p, with_measure(found, p.landmarks(), key, value), key, mouths))


def _with_teeth(p):
    edit, key = teeth.begin(p)
    p.perform(edit)
    return key


def test_lips_are_set_and_set_back_and_undone_to_the_bit(portrait):
    rest = portrait.surface("head").positions.copy()
    mouths = lips.Mouths()
    first = mouths.present(portrait).lips
    for key, value in (("width", 58.0), ("part", 9.0), ("upper", 6.0)):
        made = with_measure(mouths.present(portrait).lips, portrait.landmarks(), key, value)
        portrait.perform(lips.change(portrait, made, key, mouths))
        assert getattr(read(mouths.present(portrait).lips, portrait.landmarks()), key) == pytest.approx(value, abs=0.15)
    portrait.perform(lips.change(portrait, first, "back", mouths))
    np.testing.assert_allclose(portrait.surface("head").positions, rest, atol=2e-5)
    for _ in range(4):
        portrait.history.undo()
    np.testing.assert_array_equal(portrait.surface("head").positions, rest)


def test_a_symmetric_head_stays_symmetric_to_the_bit_unless_the_mouth_is_slanted(portrait):
    head = portrait.surface("head")
    assert twins_of(head) is not None
    for key, value in (("width", 50.0), ("bow", 2.5), ("part", 6.0), ("philtrum", 1.0)):
        _set(portrait, key, value)
        twin = head.known_twins
        np.testing.assert_array_equal(head.positions[twin] * np.float32([-1, 1, 1]), head.positions)
    _set(portrait, "slant", 3.0)
    assert is_still_symmetric(head) is False


def test_locked_posed_and_lineless_clay_is_refused_in_words(portrait):
    found = lips.held(portrait).lips
    portrait.pieces["head"] = replace(portrait.pieces["head"], locked=True)
    with pytest.raises(YewfinchError, match="locked"):
        lips.change(portrait, found, "x")
    portrait.pieces["head"] = replace(portrait.pieces["head"], locked=False)
    lines = portrait.lines
    portrait.lines = {k: v for k, v in lines.items() if k != "lip_lower"}
    assert lips.held(portrait) is None
    with pytest.raises(YewfinchError, match="lines of a mouth"):
        lips.change(portrait, found, "x")
    with pytest.raises(YewfinchError, match="lines of a mouth"):
        teeth.begin(portrait)
    with pytest.raises(YewfinchError, match="not solved"):
        lips.fit(portrait)


def test_the_lower_edge_is_found_where_an_older_file_has_no_line_of_it(portrait):
    known = portrait.line("mouth_line_lower").copy()
    portrait.lines = {k: v for k, v in portrait.lines.items() if k != "mouth_line_lower"}
    found = lips.lines_on(portrait, "head").lower_edge
    away = np.linalg.norm(found[:, None] - known[None], axis=2).min(axis=1)
    assert np.median(away) < 0.6 and away.max() < 2.0
    _set(portrait, "part", 8.0)
    assert len(portrait.lines["mouth_line_lower"]) == len(found)
    assert part_of(lips.held(portrait).lips) == pytest.approx(8.0, abs=0.6)
    portrait.history.undo()
    assert "mouth_line_lower" not in portrait.lines


def _in_flesh(p, points):
    """Which of some points lie in the head's flesh, by libigl's winding number."""
    head = p.surface("head")
    winding = igl.fast_winding_number(head.positions.astype(float), head.triangles().astype(np.int64), points)
    return np.abs(winding) > 0.5


def _is_root(teeth_at_rest, place):
    """Vertices at the roots of the gums, far from the teeth's edges, or of the tongue's root."""
    own = teeth_at_rest - place
    return (np.abs(own[:, 1]) > 8.0) | (own[:, 2] < -38.0)


@pytest.mark.parametrize(("sex", "age", "seed"), [(0.0, 30.0, 3), (1.0, 50.0, 5), (0.0, 8.0, 1)])
def test_only_roots_of_gums_touch_flesh_and_the_mouth_of_anybody_does_not_cross_itself(sex, age, seed):
    p = new_portrait(Figure(Person(sex=sex, age=age, seed=seed)))
    key = _with_teeth(p)
    at = p.surface(key).positions.astype(float)
    inside = _in_flesh(p, at)
    assert inside.mean() < 0.035
    made = p.pieces[key].teeth
    assert _is_root((at - made.place) / made.size, np.zeros(3))[inside].mean() > 0.95
    head = p.surface("head")
    assert len(crossings(head.positions, head.triangles())) == 0
    p.history.close()


def test_teeth_show_as_people_show_them_and_go_along_with_the_jaw(portrait):
    key = _with_teeth(portrait)
    at = portrait.surface(key).positions.astype(float)
    found = teeth.set_in(portrait, portrait.pieces[key].teeth)
    assert found.lower == pytest.approx(2.65, abs=0.4)  # Vig & Brundo 1978: 1.9 to 3.4 mm show at rest, from memory
    assert found.behind == pytest.approx(11.0, abs=1.0)
    upper, lower = ~on_jaw(), on_jaw()
    before = lips.held(portrait).lips
    _set(portrait, "part", 14.0)
    now = portrait.surface(key).positions.astype(float)
    np.testing.assert_allclose(now[upper], at[upper], atol=1e-3)
    down = at[lower][:, 1] - now[lower][:, 1]
    gone = before.lower_edge[MIDDLE, 1] - lips.held(portrait).lips.lower_edge[MIDDLE, 1]
    front = at[lower][:, 2] > at[lower][:, 2].max() - 3.0
    assert 0.6 * gone < down[front].mean() < 1.3 * gone
    inside = _in_flesh(portrait, now)
    assert inside.mean() < 0.06 and _is_root(at, portrait.pieces[key].teeth.place)[inside].all()
    portrait.history.undo()
    np.testing.assert_array_equal(portrait.surface(key).positions, at.astype(np.float32))
    with pytest.raises(YewfinchError, match="has teeth already"):
        teeth.begin(portrait)


def test_teeth_are_saved_opened_and_refused_if_they_are_damaged(portrait, tmp_path):
    key = _with_teeth(portrait)
    made = replace(portrait.pieces[key].teeth, size=0.9, crooked=1.0, seed=7, enamel=(200, 190, 160))
    portrait.perform(teeth.change(portrait, key, made, "Teeth"))
    _set(portrait, "part", 5.0)
    save(portrait, tmp_path / "teeth.yewfinch")
    again = load(tmp_path / "teeth.yewfinch")
    assert again.pieces[key].teeth == portrait.pieces[key].teeth and again.pieces[key].teeth.jaw > 0.5
    assert part_of(lips.held(again).lips) == pytest.approx(5.0, abs=0.1)
    _set(again, "part", 0.0)  # shut again with what the file alone says
    assert part_of(lips.held(again).lips) == 0.0 and again.pieces[key].teeth.jaw < 0.3
    again.history.close()
    portrait.pieces[key] = replace(portrait.pieces[key], teeth=replace(made, jaw=-3.0))
    save(portrait, tmp_path / "bad.yewfinch")
    with pytest.raises(BadFileError, match=r"damaged: Teeth cannot have jaw -3"):
        load(tmp_path / "bad.yewfinch")


def test_a_pose_and_moves_and_exaggeration_take_teeth_along_as_a_whole():
    p = new_portrait(Figure(Person(sex=0.0, age=30.0, seed=3)))
    key = _with_teeth(p)
    rest, upper = p.surface(key).positions.astype(float), ~on_jaw()
    maker = figures()
    p.perform(maker.stand(p, Pose({"jaw": (20.0, 0.0), "head": (0.0, 30.0, 0.0)}), "Pose"))
    now = p.surface(key).positions.astype(float)
    assert np.linalg.norm(now - rest, axis=1).min() > 1.0
    for some in (upper, ~upper):
        a, b = (q[some][::40] for q in (rest, now))
        gaps = [np.linalg.norm(x[:, None] - x[None], axis=2) for x in (a, b)]
        np.testing.assert_allclose(*gaps, atol=0.02)  # rigid
    with pytest.raises(YewfinchError, match="pose is on"):
        teeth.change(p, key, replace(p.pieces[key].teeth, size=1.1), "x")
    p.history.undo()
    p.perform(placing.moved(p, ["head"], placing.Motion.about((0.0, 0.0, 0.0), (0.0, 12.0, 0.0)), "Move"))
    np.testing.assert_allclose(p.surface(key).positions - rest, np.tile([0.0, 12.0, 0.0], (len(rest), 1)), atol=1e-3)
    assert teeth.standing(p.pieces[key]).place[1] == pytest.approx(p.pieces[key].teeth.place[1] + 12.0, abs=1e-2)
    p.history.undo()
    usual = exaggerating.Usual({k: v * (0.95, 0.97, 1.0) for k, v in p.landmarks().items()})
    edit, layer = exaggerating.begin(p, "head", usual)
    p.perform(edit)
    p.perform(exaggerating.exaggerate(p, "head", layer, 1.8))
    step = p.surface(key).positions.astype(float) - rest
    assert np.ptp(step, axis=0).max() < 2e-3 and np.linalg.norm(step[0]) > 0.2
    p.history.close()


def test_lips_of_remeshed_clay_are_set_through_its_lines():
    p = new_portrait(Figure(Person(sex=1.0, age=35.0, seed=5)))
    p.perform(remeshing.remesh(p, "head", Layout(3.0, 0.0, "", 4.0, True)))
    found = lips.held(p)
    assert found is not None and found.clay == "head"
    was = read(found.lips, p.landmarks())
    for key, by in (("width", 4.0), ("upper", 1.5), ("corners", 2.0)):
        _set(p, key, getattr(read(lips.held(p).lips, p.landmarks()), key) + by)
    now = read(lips.held(p).lips, p.landmarks())
    assert now.width - was.width == pytest.approx(4.0, abs=0.5)
    assert now.upper - was.upper == pytest.approx(1.5, abs=0.5)
    p.history.close()


def test_creases_are_a_layer_that_is_weighed_and_made_anew(portrait):
    with pytest.raises(YewfinchError, match="too coarse"):
        lips.crease(portrait, Creases())
    for _ in range(2):
        portrait.perform(detail_levels.add(portrait, "head"))
    rest = portrait.surface("head").positions.copy()
    portrait.perform(lips.crease(portrait, Creases(0.2, 2.0, 1)))
    creased = portrait.surface("head").positions.copy()
    step = np.linalg.norm(creased - rest, axis=1)
    assert 0.1 < step.max() <= 0.21
    mouth = portrait.line("mouth_line").mean(axis=0)
    assert np.linalg.norm(rest[step > 1e-4] - mouth, axis=1).max() < 36.0
    stack = form_layers.stack_of(portrait, portrait.pieces["head"])
    key = next(v.id for v in stack.layers if v.name == lips.CREASES)
    portrait.perform(form_layers.weigh(portrait, "head", key, 0.0))
    np.testing.assert_allclose(portrait.surface("head").positions, rest, atol=1e-5)
    portrait.perform(form_layers.weigh(portrait, "head", key, 1.0))
    portrait.perform(lips.crease(portrait, Creases(0.2, 2.0, 2)))
    stack = form_layers.stack_of(portrait, portrait.pieces["head"])
    assert [v.name for v in stack.layers] == [lips.CREASES]
    assert np.abs(portrait.surface("head").positions - creased).max() > 0.05


def test_settled_teeth_are_clay_and_follow_no_jaw(portrait):
    key = _with_teeth(portrait)
    assert portrait.pieces[key].fixed
    portrait.perform(teeth.settle(portrait, key))
    assert not portrait.pieces[key].fixed and teeth.of_clay(portrait, "head") is None
    at = portrait.surface(key).positions.copy()
    _set(portrait, "part", 10.0)
    np.testing.assert_array_equal(portrait.surface(key).positions, at)
    with pytest.raises(YewfinchError, match="no teeth"):
        teeth.settle(portrait, key)


def test_lips_that_are_masked_on_one_side_move_on_the_other(portrait):
    head = portrait.surface("head")
    rest = head.positions.astype(float)
    head.mask[rest[:, 0] > 0.0] = 255
    _set(portrait, "width", 60.0)
    step = np.linalg.norm(head.positions - rest, axis=1)
    assert step[rest[:, 0] > 0.0].max() == 0.0 and step[rest[:, 0] < 0.0].max() > 1.5


def test_a_symmetric_head_gets_teeth_and_stays_symmetric_to_the_bit(portrait):
    head = portrait.surface("head")
    assert twins_of(head) is not None
    _with_teeth(portrait)
    np.testing.assert_array_equal(head.positions[head.known_twins] * np.float32([-1, 1, 1]), head.positions)
