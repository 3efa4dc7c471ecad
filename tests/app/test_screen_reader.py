"""Names and roles of everything that can be reached, as a screen reader is told them over AT-SPI."""

import subprocess
import sys
from pathlib import Path

import pytest

from tests.app.at_spi import FOCUSABLE, SHOWING, Buses, available
from yewfinch.core.session.bench import STAGES

DRIVER = Path(__file__).with_name("opened_bench.py")


@pytest.fixture(scope="module")
def tree_of():
    """The tree of the demo's window in a stage, all panels open; each stage is read once."""
    if not available():
        pytest.skip("dbus-daemon or at-spi2-core is not installed")
    found = {}
    with (
        Buses() as buses,
        subprocess.Popen(
            [sys.executable, str(DRIVER)],
            env=buses.environment,
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            text=True,
        ) as app,
    ):

        def read(stage):
            if stage not in found:
                app.stdin.write(stage + "\n")
                app.stdin.flush()
                assert app.stdout.readline() == "ready\n"
                found[stage] = buses.application("Yewfinch", menus=stage == "Form")
            return found[stage]

        try:
            yield read
        finally:
            app.kill()


@pytest.mark.parametrize("stage", STAGES)
def test_whatever_can_be_reached_has_a_name(tree_of, stage):
    nodes = list(tree_of(stage).all())
    assert len(nodes) > 200
    nameless = [n.role for n in nodes if n.has(FOCUSABLE) and n.has(SHOWING) and not n.name.strip()]
    assert nameless == []


def test_roles_are_those_of_what_is_seen(tree_of):
    form = list(tree_of("Form").all())
    roles = {n.name: n.role for n in form if n.has(SHOWING)}
    assert roles["Undo"] == "push button"
    assert ("Size", "slider") in {(n.name, n.role) for n in form}
    assert {n.role for n in form if n.name in STAGES} == {"check box"}
    assert sum(n.role == "menu item" for n in form) > 100
