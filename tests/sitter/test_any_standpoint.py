"""Random standpoints: the solve finds them, and offsets mean millimetres wherever one stands."""

import numpy as np
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from yewfinch.core.anatomy.lore.landmarks import GUIDED
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.sight.view import View
from yewfinch.core.sitter.standpoint import solve

view = st.builds(
    View,
    turn=st.floats(-100, 100), tilt=st.floats(-35, 35), target=st.just((0.0, -20.0, 20.0)),
    distance=st.floats(350, 3000), lens=st.floats(24, 200),
)  # fmt: skip


@pytest.fixture(scope="module")
def points(made_head):
    return {k: a.on(made_head.surface(a.piece)) for k, a in made_head.anchors.items()}


@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(v=view, wide=st.booleans(), seed=st.integers(0, 999))
def test_random_standpoints_are_found(points, v, wide, seed):
    w, h = (1600, 1000) if wide else (1000, 1600)
    camera = v.camera(w, h)
    rng = np.random.default_rng(seed)
    keys = rng.choice(GUIDED, 16, replace=False)
    marks = {k: tuple(camera.project(points[k])[0]) for k in keys}
    found = solve(marks, points, w, h, v.lens)
    # the usual distances of heads pull on unusual ones, as a head that fills a picture taken at 370 mm through a
    # lens of 100
    assert max(found.errors(marks, points).values()) < 3.0
    assert np.linalg.norm(found.position - camera.position) < 0.02 * v.distance


@settings(max_examples=30, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(data=st.data())
def test_any_marks_give_a_standpoint_or_a_sentence(points, data):
    keys = data.draw(st.lists(st.sampled_from(list(points)), max_size=14, unique=True))
    number = st.floats(-1e5, 1e5) | st.just(float("nan")) | st.just(0.0)
    marks = {k: (data.draw(number), data.draw(number)) for k in keys}
    try:
        found = solve(marks, points, 1080, 1350, data.draw(st.none() | st.floats(5, 2000)))
    except CannotSolveError as error:
        assert str(error).endswith(".")
    else:
        assert np.isfinite(found.position).all()
        assert found.focal > 0
