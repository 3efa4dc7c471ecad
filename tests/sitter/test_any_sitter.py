"""Random and hostile input to the solve and the marks files: an answer or a sentence, nothing else."""

import numpy as np
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.formats.marks import read_marks
from yewfinch.core.shared.errors import BadFileError, CannotSolveError
from yewfinch.core.sitter.joint import solve_sitter
from yewfinch.core.sitter.likeness import likeness
from yewfinch.core.sitter.photo import KnownDistance, Photo, Sitter
from yewfinch.demo.random_sitters import invented

place = st.tuples(st.floats(0, 1080), st.floats(0, 1350))
quiet = settings(max_examples=15, deadline=None, suppress_health_check=list(HealthCheck))


@quiet
@given(data=st.data())
def test_any_marks_solve_or_say_why(data):
    photos = []
    for i in range(data.draw(st.integers(1, 3))):
        keys = data.draw(st.lists(st.sampled_from(list(LANDMARKS)), max_size=20, unique=True))
        marks = {k: data.draw(place) for k in keys}
        lines = data.draw(st.lists(st.sampled_from(list(CURVES)), max_size=3, unique=True))
        curves = {k: tuple(data.draw(st.lists(place, min_size=2, max_size=5))) for k in lines}
        spans = {"iris_l": (*data.draw(place), *data.draw(place))} if data.draw(st.booleans()) else {}
        photos.append(
            Photo(
                f"p{i}",
                f"p{i}",
                "x.jpg",
                1080,
                1350,
                data.draw(st.none() | st.floats(8, 800)),
                marks,
                curves=curves,
                spans=spans,
                cut=data.draw(st.booleans()),
                mouth_open=data.draw(st.booleans()),
            )
        )
    ends = data.draw(
        st.lists(st.sampled_from([k for k, m in LANDMARKS.items() if m.rigid]), min_size=2, max_size=2, unique=True)
    )
    known = (KnownDistance(*ends, data.draw(st.floats(1, 400)), 0.5),) if data.draw(st.booleans()) else ()
    try:
        sitter, found = solve_sitter(
            Sitter(tuple(photos), age=data.draw(st.sampled_from(["adult", "child", "old"])), known=known)
        )
    except CannotSolveError as error:
        assert str(error).endswith(".")
        return
    assert np.isfinite(found.points).all()
    assert np.isfinite(found.covariance).all()
    assert (np.diag(found.covariance) > -1e-9).all()
    assert set(found.left_out) | {f.photo for f in found.fits} == {p.id for p in photos if p.marks}
    for p in sitter.photos:
        assert (p.standpoint is not None) == any(f.photo == p.id for f in found.fits)


@quiet
@given(seed=st.integers(0, 10_000), photos=st.integers(1, 5), noise=st.floats(0.3, 3))
def test_invented_sitters_are_solved_with_sound_figures(seed, photos, noise):
    made = invented(np.random.default_rng(seed), photos, noise, spoilt=0.4)
    _, found = solve_sitter(made.sitter)
    values = np.linalg.eigvalsh(found.covariance)
    assert values.min() > -1e-6 * values.max()
    # a head that looks like a child's may be a tenth smaller
    assert 0.005 < found.scale_spread < (0.08 if found.doubt.other_chance < 0.05 else 0.14)
    result = likeness(made.landmarks, found, scaled=True)
    assert result.overall < 12
    assert all(o.along > 0 for o in result.offsets)


@quiet
@given(mm=st.floats(60, 140), spread=st.floats(0.05, 5))
def test_a_known_distance_is_kept_to_within_its_spread(mm, spread):
    made = invented(np.random.default_rng(2), 3)
    sitter = Sitter(made.sitter.photos, known=(KnownDistance("ex_l", "ex_r", mm, spread),))
    _, found = solve_sitter(sitter)
    got = float(np.linalg.norm(found.points[found.index("ex_l")] - found.points[found.index("ex_r")]))
    assert np.isfinite(got)
    if spread < 0.2 and 80 < mm < 100:
        assert got == pytest.approx(mm, abs=1.0)


@settings(max_examples=60, deadline=None, suppress_health_check=list(HealthCheck))
@given(
    content=st.binary(max_size=300) | st.text(max_size=300).map(lambda t: t.encode("utf-8", "replace")),
    kind=st.sampled_from([".csv", ".json"]),
)
def test_any_bytes_as_marks_are_refused_in_words(tmp_path, content, kind):
    path = tmp_path / f"m{kind}"
    path.write_bytes(content)
    sitter = Sitter((Photo("a", "a", "a.jpg", 100, 100),))
    with pytest.raises(BadFileError) as caught:
        read_marks(sitter, path)
    assert str(caught.value).startswith(path.name)


cell = st.sampled_from(
    ["front", "prn", "gn", "12", "55.5", "-3", "nan", "inf", "1e400", "", "clear", "hidden", "x", "photo"]
)


@settings(max_examples=80, deadline=None, suppress_health_check=list(HealthCheck))
@given(rows=st.lists(st.lists(cell, min_size=1, max_size=6), max_size=6))
def test_any_rows_are_taken_whole_or_not_at_all(tmp_path, rows):
    path = tmp_path / "m.csv"
    path.write_text("photo,landmark,x,y,certainty\n" + "\n".join(",".join(r) for r in rows))
    sitter = Sitter((Photo("a", "front", "a.jpg", 100, 100, marks={"sn": (5.0, 5.0)}),))
    try:
        after, count = read_marks(sitter, path)
    except BadFileError as error:
        assert "m.csv" in str(error)
        return
    assert count >= 1
    assert after.photos[0].marks["sn"] == (5.0, 5.0)
    for x, y in after.photos[0].marks.values():
        assert 0 <= x <= 100
        assert 0 <= y <= 100
