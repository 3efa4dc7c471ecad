"""Small surfaces that are kept from crossing themselves: what would cross is evened out softly, and nothing far off."""

import numpy as np
import pytest

from yewfinch.core.features.clearing import kept_apart
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.surface.surface import triangles_of

N = 30


def _sheets(gap=1.0):
    """Two flat sheets over each other, 29 x 29 mm in steps of 1 mm, as vertices (1800, 3) mm and triangles."""
    x, y = np.meshgrid(np.arange(N, dtype=float), np.arange(N, dtype=float), indexing="ij")
    sheet = np.stack([x.ravel(), y.ravel(), np.zeros(N * N)], axis=1)
    row = np.arange(N * N).reshape(N, N)
    quads = np.stack([row[:-1, :-1], row[1:, :-1], row[1:, 1:], row[:-1, 1:]], axis=-1).reshape(-1, 4)
    at = np.concatenate([sheet, sheet + np.array([0.3, 0.4, gap])])
    return at, triangles_of(np.concatenate([quads, quads + N * N]).astype(np.int32))


def _pressed(at, where, wide, deep):
    """The upper sheet pressed down round a place, (n, 3) mm."""
    steps = np.zeros_like(at)
    far = np.linalg.norm(at[N * N :, :2] - where, axis=1)
    steps[N * N :, 2] = -deep * np.exp(-((far / wide) ** 2))
    return steps


def test_what_does_not_cross_is_given_back_as_it_is():
    at, triangles = _sheets()
    steps = _pressed(at, (15.0, 15.0), 5.0, 0.8)
    assert kept_apart(at, triangles, steps) is steps
    assert kept_apart(at[:0], triangles[:0], steps[:0]) is not None


@pytest.mark.parametrize(("wide", "deep"), [(2.0, 1.4), (3.0, 2.0), (5.0, 6.0)])
def test_a_dent_through_the_other_sheet_is_kept_out_of_it(wide, deep):
    at, triangles = _sheets()
    steps = _pressed(at, (12.0, 14.0), wide, deep)
    assert len(crossings(at + steps, triangles)) > 0
    found = kept_apart(at, triangles, steps)
    assert len(crossings(at + found, triangles)) == 0
    # nothing is torn: neighbours go nearly as far as each other where they did
    a, b = triangles[:, [0, 1]].T
    before = np.linalg.norm(steps[a] - steps[b], axis=1).max()
    assert np.linalg.norm(found[a] - found[b], axis=1).max() < before + 0.05
    # most of the dent is kept, and far from it nothing has changed
    far = np.linalg.norm(at[:, :2] - (12.0, 14.0), axis=1) > 16.0
    assert np.abs(found[far] - steps[far]).max() < 0.05
    assert np.abs(found[N * N :, 2]).max() > 0.5 * min(deep, 1.0)


def test_one_vertex_that_goes_astray_leaves_what_lies_round_it_where_it_is_to_be():
    at, triangles = _sheets()
    steps = np.tile((0.0, 3.0, 0.0), (len(at), 1))  # all goes along, and one vertex besides through the other sheet
    odd = N * N + 15 * N + 15
    steps[odd, 2] = -2.5
    assert len(crossings(at + steps, triangles)) > 0
    found = kept_apart(at, triangles, steps)
    assert len(crossings(at + found, triangles)) == 0
    others = np.arange(len(at)) != odd
    off = np.linalg.norm(found - (0.0, 3.0, 0.0), axis=1)
    assert off[others].max() < 1.0
    near = np.linalg.norm(at[:, :2] - at[odd, :2], axis=1) < 5.0
    assert off[~near].max() == 0.0


def test_what_crossed_before_may_cross_still():
    at, triangles = _sheets()
    at = at + _pressed(at, (6.0, 6.0), 2.0, 1.6)
    before = len(crossings(at, triangles))
    assert before > 0
    steps = _pressed(at, (22.0, 22.0), 2.0, 2.2)
    assert len(crossings(at + steps, triangles)) > before
    for told in (None, before):
        found = kept_apart(at, triangles, steps, before=told)
        pairs = crossings(at + found, triangles)
        assert len(pairs) <= before
        assert len(pairs) and (at[triangles[pairs].reshape(-1), :2] < 14.0).all()
