"""Settings and the recorder."""

import numpy as np
import pytest

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.sculpt.recorder import Recorder
from yewfinch.core.sculpt.tool_settings import SIZE_RANGE, ToolSettings
from yewfinch.core.sculpt.toolbox import tool, tools
from yewfinch.demo.shapes import cube_sphere


def test_every_tool_has_sensible_defaults_and_a_key():
    found = tools()
    assert [t.id for t in found][:3] == ["move", "pull_out", "twist"]
    assert len(found) == 36
    assert len({t.key for t in found}) == len(found)
    for t in found:
        assert SIZE_RANGE[0] <= t.settings.size <= SIZE_RANGE[1]
        assert 0 < t.settings.strength <= 1
        assert t.hint.endswith(".")
        assert tool(t.id) is t
    with pytest.raises(KeyError):
        tool("hammer")


@pytest.mark.parametrize("pressure", [-1.0, 0.0, 0.5, 1.0, 7.0])
def test_pressure_is_kept_between_nothing_and_full(pressure):
    s = ToolSettings(size=10, strength=0.8, pressure_size=True)
    assert 1.5 <= s.radius(pressure) <= 5.0
    assert 0.0 <= s.force(pressure) <= 0.8


def test_the_recorder_keeps_the_first_values_in_row_order():
    piece = Piece("b", "Ball", cube_sphere(8))
    s = piece.surface
    r = Recorder(piece, "positions")
    assert r.empty
    assert r.change() is None
    start = s.positions.copy()
    for touched in ([40, 41, 42], [3, 41, 99], [40]):
        rows = np.array(touched, np.int32)
        r.touch(rows)
        s.positions[rows] += 1
    change = r.change()
    assert change.rows.tolist() == [3, 40, 41, 42, 99]
    np.testing.assert_array_equal(change.before, start[change.rows])
    np.testing.assert_array_equal(change.after, s.positions[change.rows])
    assert change.size == 5 * (4 + 12 + 12)
