"""What a screen reader is told: the tree of a running application over AT-SPI, on buses of its own.

The interface is `org.a11y.atspi.Accessible` of at-spi2-core's protocol (its XML files in the package's sources); states
are numbered as in `atspi-constants.h`.
"""

import os
import shutil
import subprocess
import time
from dataclasses import dataclass, field
from pathlib import Path

from jeepney import DBusAddress, new_method_call
from jeepney.io.blocking import DBusConnection, open_dbus_connection

_ACCESSIBLE = "org.a11y.atspi.Accessible"
_REGISTRY = "org.a11y.atspi.Registry", "/org/a11y/atspi/accessible/root"
_NOTHING = "/org/a11y/atspi/null"
FOCUSABLE, SHOWING = 11, 25


def available():
    """Is everything installed that this needs?"""
    return shutil.which("dbus-daemon") is not None and Path("/usr/libexec/at-spi-bus-launcher").exists()


@dataclass
class Node:
    """One thing in the tree: its role and name, its states as bits, and what lies in it."""

    role: str
    name: str
    states: int
    inside: list["Node"] = field(default_factory=list)

    def has(self, state):
        return bool(self.states >> state & 1)

    def all(self):
        yield self
        for one in self.inside:
            yield from one.all()


class Buses:
    """A session bus and the bus for accessibility, both ended with the block."""

    def __enter__(self):
        self._daemon = subprocess.Popen(
            ["dbus-daemon", "--session", "--nofork", "--print-address=1"],
            stdout=subprocess.PIPE,
            stderr=subprocess.DEVNULL,
            text=True,
            start_new_session=True,
        )
        session = self._daemon.stdout.readline().strip()
        with open_dbus_connection(session) as asking:
            address = _call(asking, "org.a11y.Bus", "/org/a11y/bus", "org.a11y.Bus", "GetAddress")[0]
        self.environment = {
            **os.environ,
            "DBUS_SESSION_BUS_ADDRESS": session,
            "AT_SPI_BUS_ADDRESS": address,
            "QT_LINUX_ACCESSIBILITY_ALWAYS_ON": "1",
        }
        self._bus: DBusConnection = open_dbus_connection(address)
        return self

    def __exit__(self, *_):
        self._bus.close()
        os.killpg(self._daemon.pid, 15)
        self._daemon.wait(10)
        self._daemon.stdout.close()

    def application(self, name, within=60.0):
        """The tree of a running application."""
        end = time.monotonic() + within
        while time.monotonic() < end:
            for dest, path in _call(self._bus, *_REGISTRY, _ACCESSIBLE, "GetChildren")[0]:
                if self._name(dest, path) == name:
                    return self._node(dest, path)
            time.sleep(0.2)
        raise TimeoutError(f"no application {name!r} on the bus")

    def _name(self, dest, path):
        return _call(self._bus, dest, path, "org.freedesktop.DBus.Properties", "Get", "ss", (_ACCESSIBLE, "Name"))[0][1]

    def _node(self, dest, path):
        role = _call(self._bus, dest, path, _ACCESSIBLE, "GetRoleName")[0]
        low, high = _call(self._bus, dest, path, _ACCESSIBLE, "GetState")[0]
        inside = _call(self._bus, dest, path, _ACCESSIBLE, "GetChildren")[0]
        states = low | high << 32
        if role == "filler" and not states >> SHOWING & 1:
            inside = []  # panels of another stage
        kids = [self._node(d, p) for d, p in inside if p != _NOTHING]
        return Node(role, self._name(dest, path), states, kids)


def _call(bus, dest, path, interface, method, signature=None, body=()):
    address = DBusAddress(path, bus_name=dest, interface=interface)
    answer = bus.send_and_get_reply(new_method_call(address, method, signature, body), timeout=20)
    if answer.header.message_type.name == "error":
        raise RuntimeError(f"{method} of {path}: {answer.body}")
    return answer.body
