"""Fold, crease and thickness of lids that are skin: read off the clay, set, and what one sees of it."""

from dataclasses import replace

import numpy as np
import pytest
import trimesh

from yewfinch.core.anatomy.figure.person import PRESETS, Figure, Person
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.verbs import eyes
from yewfinch.core.document.verbs import lids as verbs
from yewfinch.core.features.eyes.eye import Eye, off_the_eye
from yewfinch.core.features.lids.lid_margins import open_margins, ways
from yewfinch.core.features.lids.lid_relief import read_from
from yewfinch.core.features.lids.lids import Lids
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.query.twins import twins_of
from yewfinch.core.mesh.surface.surface import Surface

EYES = ("eye_left", "eye_right")


def _set(portrait, **forms):
    """Both eyes' lids with other forms, as one step."""
    held = {k: verbs.held(portrait, k).lids for k in EYES}
    portrait.perform(verbs.change(portrait, {}, {k: replace(v, **forms) for k, v in held.items()}, "Lids"))


def _seen(portrait, beside=0.0):
    """What rays of another library meet from the front over the left pupil: heights (n,) mm and depths (n,) mm."""
    head = portrait.surface("head")
    mesh = trimesh.Trimesh(head.positions.astype(float), head.triangles(), process=False)
    x, y, _ = eyes.standing(portrait.pieces["eye_left"]).place
    up = np.arange(y + 1.0, y + 22.0, 0.1)
    start = np.stack([np.full(len(up), x + beside), up, np.full(len(up), 300.0)], axis=1)
    at, ray, _ = mesh.ray.intersects_location(start, np.tile([0.0, 0.0, -1.0], (len(up), 1)), multiple_hits=False)
    order = np.argsort(ray)
    return at[order, 1], at[order, 2]


def _plate(portrait):
    """How much of the lid one sees: from its margin up to skin that stands 2.5 mm farther ahead than its flat, mm."""
    y, z = _seen(portrait)
    ahead = z > eyes.standing(portrait.pieces["eye_left"]).place[2]
    y, z = y[ahead], z[ahead]
    lid = slice(0, int(np.searchsorted(y, y[0] + 9.0)))
    margin = y[0]
    flat = int(np.argmin(z[8:60])) + 8  # the hollow above the edge
    over = flat + int(np.flatnonzero(z[flat:] > z[lid].min() + 2.5)[0])
    return float(y[over] - margin)


def test_thickness_and_crease_are_read_as_the_clay_was_made():
    """A lid of 1.7 mm whose skin rises from 5 mm over its margin on, three times as steep as it is long."""
    lids, eye = Lids(), Eye((0, 0, 0), (0, 0, 0))
    edge = open_margins(lids, eye.radius)
    x = np.linspace(-9.0, 9.0, 73) / eye.radius
    sheets = []
    for margin, sign, rises in ((edge.upper, 1.0, 3.0), (edge.lower, -1.0, 0.0)):
        along = np.linspace(-0.2, 12.0, 123)
        start = np.interp(x, margin[:, 0], margin[:, 1])
        place = np.stack(np.broadcast_arrays(x[:, None], start[:, None] + sign * along / eye.radius), axis=2)
        far = eye.radius + 1.7 + rises * np.maximum(along - 5.0, 0.0)
        at = ways(place) * far[None, :, None]
        n = np.arange(at.shape[0] * at.shape[1]).reshape(at.shape[:2])
        quads = np.stack([n[:-1, :-1], n[1:, :-1], n[1:, 1:], n[:-1, 1:]], axis=2).reshape(-1, 4)
        sheets.append((at.reshape(-1, 3), quads if sign > 0 else quads[:, ::-1]))
    (one, first), (two, second) = sheets
    clay = Surface(np.concatenate([one, two]).astype(np.float32), np.concatenate([first, second + len(one)]))
    found = read_from(clay, lids, eye)
    assert found.thickness == pytest.approx(1.7, abs=0.15)  # the cornea's bulge lies under it
    assert found.crease == pytest.approx(5.0 + 0.8 / 3.0, abs=0.35)


@pytest.mark.parametrize("key", PRESETS)
def test_a_fold_hangs_over_the_lid_and_crosses_nothing(key):
    p = new_portrait(Figure(PRESETS[key][1]))
    head = p.surface("head")
    plain, triangles, twins = head.positions.copy(), head.triangles(), twins_of(head)
    mixed = {"fold": 3.0, "thickness": 3.0, "close": 0.7}
    for forms in ({"fold": 2.0}, {"fold": 5.0}, {"corner_fold": 4.0}, {"thickness": 1.0}, {"crease": 6.0}, mixed):
        _set(p, **forms)
        changed = (head.positions != plain).any(axis=1)
        crossed = len(crossings(head.positions, triangles, changed[triangles].any(axis=1)))
        assert crossed <= (4 if key == "old_man" and forms is mixed else 0), forms  # his lids hang already
        np.testing.assert_array_equal(head.positions[twins] * np.float32([-1, 1, 1]), head.positions)
        p.history.undo()
        np.testing.assert_array_equal(head.positions, plain)
    p.history.close()


@pytest.mark.parametrize("seed", [2, 4, 6])
def test_random_lids_of_random_persons_do_not_cross_themselves(seed):
    p = new_portrait(Figure(Person(seed=seed, sex=float(seed % 2), age=20.0 + 7 * seed, asymmetry=1.0)))
    head, rng = p.surface("head"), np.random.default_rng(seed)
    held = {k: verbs.held(p, k).lids for k in EYES}  # they have some: a slit is told from clay that covers the eye
    plain, triangles = head.positions.copy(), head.triangles()
    for _ in range(6):
        forms = {
            "close": rng.uniform(-0.3, 1.0), "fold": max(0.0, rng.uniform(-2, 5)),
            "corner_fold": max(0.0, rng.uniform(-2, 4)), "bag": rng.uniform(0, 3), "groove": rng.uniform(0, 1.5),
            "thickness": np.clip(held["eye_left"].thickness + rng.uniform(-0.8, 0.8), 0.8, 3.5),
            "crease": np.clip(held["eye_left"].crease + rng.uniform(-1, 3), 2, 14),
        }  # fmt: skip
        forms = {k: round(float(v), 2) for k, v in forms.items()}
        p.perform(verbs.change(p, {}, {k: replace(v, **forms) for k, v in held.items()}, "Lids"))
        changed = (head.positions != plain).any(axis=1)
        assert len(crossings(head.positions, triangles, changed[triangles].any(axis=1))) == 0, forms
        p.history.undo()
    p.history.close()


@pytest.mark.parametrize(
    ("seed", "age", "forms"),
    [
        (5631, 64.8, {"close": 0.9, "fold": 1.36, "corner_fold": 0.66, "bag": 0.84, "thickness": 2.03, "crease": 6.01}),
        (2383, 59.2, {"close": 0.31, "fold": 2.1, "corner_fold": 2.04, "bag": 0.65, "thickness": 1.54, "crease": 3.32}),
    ],
)
def test_heavy_lids_that_are_brought_off_the_eye_do_not_come_to_lie_in_the_skin_over_them(seed, age, forms):
    """Settings of two persons with which they once did: 48 and 5 pairs of triangles."""
    p = new_portrait(Figure(Person(seed=seed, sex=1.0, age=age, asymmetry=1.0)))
    head = p.surface("head")
    plain, triangles = head.positions.copy(), head.triangles()
    _set(p, **forms)
    changed = (head.positions != plain).any(axis=1)
    assert changed.sum() > 200
    assert len(crossings(head.positions, triangles, changed[triangles].any(axis=1))) == 0
    for key in EYES:
        off = off_the_eye(eyes.standing(p.pieces[key]), head.positions[changed].astype(float))
        assert off.min() > -0.1
    p.history.close()


@pytest.mark.parametrize(("seed", "sex", "age"), [(5631, 1.0, 64.8), (2383, 1.0, 59.2), (77, 0.0, 28.0)])
def test_uneven_lids_shut(seed, sex, age):
    """Of rays of another library from the front hardly any meets an eye. Old lids lay up to 0.7 mm in it when they
    were open, and a few folds in the corners once kept all of the margin open, or its outer end. The side of the nose
    does not fold.
    """
    p = new_portrait(Figure(Person(seed=seed, sex=sex, age=age, asymmetry=1.0)))
    head = p.surface("head")
    seen, folds, nose = {}, {}, {}
    for close in (0.0, 1.0):
        _set(p, close=close)
        for key, tag in zip(EYES, "lr", strict=True):
            ball = p.surface(key)
            both = np.concatenate([head.triangles(), ball.triangles() + len(head)])
            mesh = trimesh.Trimesh(np.concatenate([head.positions, ball.positions]).astype(float), both, process=False)
            inner, outer = (p.landmarks()[f"{k}_{tag}"] for k in ("en", "ex"))
            x = np.linspace(inner[0], outer[0], 42)[4:-2]
            y = np.linspace(-9.0, 9.0, 60) + (inner[1] + outer[1]) / 2.0
            start = np.stack([*(a.ravel() for a in np.meshgrid(x, y)), np.full(len(x) * len(y), 300.0)], axis=1)
            hit = mesh.ray.intersects_first(start, np.tile([0.0, 0.0, -1.0], (len(start), 1)))
            seen[key, close] = float((hit >= len(head.triangles())).mean())
            skin = trimesh.Trimesh(head.positions.astype(float), head.triangles(), process=False)
            folds[key, close] = np.degrees(skin.face_adjacency_angles)
            if not close:
                beside = skin.vertices[skin.face_adjacency_edges].mean(axis=1) - inner
                ahead = (beside[:, 0] * -np.sign(inner[0]) > 0.0) & (beside[:, 2] > 2.0)
                nose[key] = ahead & (np.linalg.norm(beside, axis=1) < 10.0)
        assert len(crossings(head.positions, head.triangles())) == 0
    for key in EYES:
        assert seen[key, 0.0] > 0.2
        assert seen[key, 1.0] < 0.01, seen
        assert nose[key].sum() > 50
        assert (folds[key, 1.0] - folds[key, 0.0])[nose[key]].max() < 40.0
    p.history.close()


def test_less_of_the_lid_is_seen_by_as_much_as_the_fold_hangs(portrait):
    before = _plate(portrait)
    _set(portrait, fold=1.5)
    assert _plate(portrait) == pytest.approx(before - 1.5, abs=0.6)
    _set(portrait, fold=0.0)
    assert _plate(portrait) == pytest.approx(before, abs=0.5)
    lids, eye = verbs.held(portrait, "eye_left").lids, eyes.standing(portrait.pieces["eye_left"])
    _set(portrait, crease=lids.crease + 1.5)
    assert before + 1.0 < _plate(portrait) < before + 5.5  # in front of the eye it is more than on it
    assert read_from(portrait.surface("head"), lids, eye).crease == pytest.approx(lids.crease + 1.5, abs=0.9)


def test_margins_are_as_thick_as_set_and_the_inner_side_stays(portrait):
    lids, head = verbs.held(portrait, "eye_left").lids, portrait.surface("head")
    assert 1.5 < lids.thickness < 3.0
    before = {beside: np.array(_seen(portrait, beside)) for beside in (-3.0, 0.0, 3.0)}
    rest = head.positions.astype(float)
    _set(portrait, thickness=lids.thickness + 0.8)
    for beside, (y, z) in before.items():
        now = np.interp(y, *_seen(portrait, beside))
        grown = (now - z)[(y < y[0] + 7.0)]
        assert np.percentile(grown, 95) == pytest.approx(0.8, abs=0.2)
    eye = eyes.standing(portrait.pieces["eye_left"])
    off = np.linalg.norm(rest - eye.place, axis=1) - eye.radius
    toward = ((rest - eye.place) * head.normals).sum(axis=1) < -0.5
    inner = (np.abs(off) < 0.3) & toward
    assert inner.sum() > 50
    moved = np.linalg.norm(head.positions[inner] - rest[inner], axis=1)
    assert np.median(moved) < 0.01 and np.percentile(moved, 90) < 0.15  # at the margin's edge it begins


def test_a_fold_that_was_saved_is_opened_and_taken_back(portrait, tmp_path):
    from yewfinch.core.formats import container

    head = portrait.surface("head")
    plain = head.positions.copy()
    _set(portrait, fold=2.5)
    container.save(portrait, tmp_path / "fold.yewfinch")
    again = container.load(tmp_path / "fold.yewfinch")
    assert verbs.held(again, "eye_left").lids.fold == 2.5
    _set(again, fold=0.0)
    off = np.linalg.norm(again.surface("head").positions - plain, axis=1)
    assert off.max() < 0.9 and (off > 0.4).sum() < 120
    again.history.close()
