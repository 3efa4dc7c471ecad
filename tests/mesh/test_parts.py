"""Sets that pairs join, what faces use, and rims: against sorting and scipy's graphs."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.sparse import coo_array
from scipy.sparse.csgraph import connected_components

from yewfinch.core.mesh.repair import _parts_kernels as kernels
from yewfinch.core.mesh.repair.holes import border_edges, half_edges
from yewfinch.core.mesh.repair.parts import joined, loose_parts, used_rows


@st.composite
def nets(draw):
    """Any faces on some vertices: quads, triangles, doubled and tangled ones."""
    rng = np.random.default_rng(draw(st.integers(0, 2**32 - 1)))
    count = draw(st.integers(4, 60))
    rows = np.array([rng.choice(count, 4, replace=False) for _ in range(draw(st.integers(1, 80)))])
    three = rng.random(len(rows)) < 0.4
    rows[three, 3] = rows[three, 2]
    again = rows[rng.integers(0, len(rows), len(rows) // 3)]
    return np.concatenate(
        [rows, np.where(again[:, 2:3] == again[:, 3:], again[:, [1, 2, 0, 0]], again[:, [2, 3, 0, 1]])]
    ), count


@settings(max_examples=60, deadline=None)
@given(nets())
def test_parts_rows_and_rims_are_what_sorting_finds(net):
    faces, count = net
    _, start, end = half_edges(faces)
    graph = coo_array((np.ones(len(start)), (start, end)), shape=(count, count))
    assert np.array_equal(loose_parts(faces, count), connected_components(graph, directed=False)[1])  # scipy
    rows, local = used_rows(faces, count)
    assert np.array_equal(rows, np.unique(faces))
    assert np.array_equal(rows[local], faces)
    free = ~np.isin(end * count + start, start * count + end)
    for found, wanted in zip(border_edges(faces, count), (start[free], end[free]), strict=True):
        assert np.array_equal(found, wanted)
    _, first = np.unique(np.sort(faces, axis=1), axis=0, return_index=True)
    assert np.array_equal(np.nonzero(kernels.first_of_same(faces))[0], np.sort(first))


@settings(max_examples=60, deadline=None)
@given(st.integers(1, 200), st.integers(0, 300), st.integers(0, 2**32 - 1))
def test_joined_sets_are_scipys(count, pairs, seed):
    a, b = np.random.default_rng(seed).integers(0, count, (2, pairs))
    label, first = joined(a, b, count)
    _, wanted = connected_components(coo_array((np.ones(pairs), (a, b)), shape=(count, count)), directed=False)
    assert np.array_equal(label, wanted)
    assert np.array_equal(first, np.unique(wanted, return_index=True)[1])


@pytest.mark.parametrize("spokes", [40, 400])
def test_the_rim_of_a_fan_of_any_number_of_spokes_is_found(spokes):
    around = np.arange(1, spokes + 1)
    fan = np.stack([np.zeros(spokes, int), around, np.roll(around, -1), np.roll(around, -1)], axis=1)
    start, end = border_edges(fan, spokes + 1)
    assert np.array_equal(start, around)
    assert np.array_equal(end, np.roll(around, -1))
    start, end = border_edges(fan[:-1], spokes + 1)  # one is missing: the rim runs through the middle
    assert len(start) == spokes + 1
    assert set(start[start == 0]) == {0}
