"""The table of budgets and what `./run bench` says of it."""

from __future__ import annotations

import pytest

from benchmarks import results


@pytest.fixture(autouse=True)
def _no_other_values(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(results, "_values", {})
    monkeypatch.setattr(
        results, "BUDGETS", {"slow": {"most": 3.0, "unit": "times"}, "fast": {"least": 8.0, "unit": "times as fast"}}
    )


def test_kept_budgets_end_well(capsys: pytest.CaptureFixture[str]) -> None:
    results.measured("slow", 3.0, "a dab")
    results.measured("fast", 8.1, "normals")
    assert results.verdict() == 0
    assert "MISSED" not in capsys.readouterr().out


@pytest.mark.parametrize(
    ("slow", "fast", "missed"), [(3.01, 9.0, "slow"), (1.0, 7.9, "fast"), (float("nan"), 9, "slow")]
)
def test_one_miss_ends_badly_and_is_named(
    slow: float, fast: float, missed: str, capsys: pytest.CaptureFixture[str]
) -> None:
    results.measured("slow", slow, "a dab")
    results.measured("fast", fast, "normals")
    assert results.verdict() == 1
    assert f"missed: {missed}" in capsys.readouterr().out


def test_what_was_not_measured_is_no_success(capsys: pytest.CaptureFixture[str]) -> None:
    results.measured("slow", 1.0, "a dab")
    assert results.verdict() == 1
    assert "not measured: fast" in capsys.readouterr().out


def test_a_measurement_without_a_budget_is_an_error() -> None:
    with pytest.raises(KeyError):
        results.measured("unheard of", 1.0, "something")
