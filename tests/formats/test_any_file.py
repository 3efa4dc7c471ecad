"""Random bodies through every format; random bytes into every reader."""

import numpy as np
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from yewfinch.core.formats.exchange.model import Shape, merged
from yewfinch.core.formats.model_files import formats, read_shapes, writable, write_shapes
from yewfinch.core.mesh.surface.surface import triangles_apart
from yewfinch.core.shared.errors import BadFileError


@st.composite
def body(draw):
    n = draw(st.integers(4, 40))
    rng = np.random.default_rng(draw(st.integers(0, 2**31)))
    faces = []
    for _ in range(draw(st.integers(1, 30))):
        a, b, c, d = rng.choice(n, 4, replace=False)
        faces.append((a, b, c, d) if rng.random() < 0.6 else (a, b, c, c))
    faces += [(i, (i + 1) % n, (i + 2) % n, (i + 2) % n) for i in range(0, n, 2)]  # every vertex is used
    colour = rng.integers(0, 256, (n, 4)).astype(np.uint8)
    colour[:, 3] = 255
    positions = rng.normal(0, 100, (n, 3)).astype(np.float32)
    return Shape("body", positions, np.array(faces, np.int32), colour)


@pytest.mark.parametrize("suffix", [".ply", ".obj"])
@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(shape=body())
def test_a_random_body_comes_back(tmp_path_factory, suffix, shape):
    path = tmp_path_factory.mktemp("f") / f"a{suffix}"
    write_shapes(path, [shape])
    (found,) = read_shapes(path)
    used = np.unique(shape.faces)
    np.testing.assert_allclose(found.positions[found.faces], shape.positions[shape.faces], rtol=1e-6)
    assert len(found.positions) >= len(used)
    np.testing.assert_allclose(found.colour[found.faces].astype(int), shape.colour[shape.faces].astype(int), atol=1)


@settings(max_examples=15, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(shape=body())
def test_stl_keeps_every_triangle(tmp_path_factory, shape):
    path = tmp_path_factory.mktemp("f") / "a.stl"
    write_shapes(path, [shape])
    (found,) = read_shapes(path)
    corners = shape.positions[triangles_apart(shape.faces)]
    np.testing.assert_allclose(np.sort(found.positions[found.faces[:, :3]], axis=None), np.sort(corners, axis=None))


@pytest.mark.parametrize("suffix", [".ply", ".obj", ".stl", ".glb"])
@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(shape=body(), place=st.floats(0, 1), junk=st.binary(min_size=1, max_size=20), cut=st.booleans())
def test_damage_gives_a_body_or_a_sentence(tmp_path_factory, suffix, shape, place, junk, cut):
    path = tmp_path_factory.mktemp("f") / f"a{suffix}"
    write_shapes(path, [shape])
    data = bytearray(path.read_bytes())
    at = int(place * len(data))
    data = data[:at] if cut else data[:at] + junk + data[at + len(junk) :]
    path.write_bytes(data)
    try:
        found = read_shapes(path)
    except BadFileError as error:
        assert path.name in str(error)
    else:
        for s in found:
            assert np.isfinite(s.positions).all()
            assert s.faces.min() >= 0
            assert s.faces.max() < len(s.positions)


def test_merging_keeps_order_and_shifts_faces():
    a = Shape("a", np.zeros((3, 3), np.float32), np.array([[0, 1, 2, 2]], np.int32))
    b = Shape("b", np.ones((4, 3), np.float32), np.array([[0, 1, 2, 3]], np.int32))
    both = merged([a, b])
    assert both.faces.tolist() == [[0, 1, 2, 2], [3, 4, 5, 6]]
    assert len(both.colour) == 7
    assert set(formats()) == {".ply", ".obj", ".stl", ".glb", ".gltf"}
    assert set(writable()) == {".ply", ".obj", ".stl", ".glb"}
