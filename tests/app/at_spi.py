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

from jeepney import DBusAddress, HeaderFields, new_method_call
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
            where = _message("org.a11y.Bus", "/org/a11y/bus", "org.a11y.Bus", "GetAddress")
            address = asking.send_and_get_reply(where, timeout=20).body[0]
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

    def application(self, name, *, menus=True, within=60.0):
        """The tree of a running application, with what lies in its menus or without."""
        end = time.monotonic() + within
        while time.monotonic() < end:
            for dest, path in self._asked([_message(*_REGISTRY, _ACCESSIBLE, "GetChildren")])[0][0]:
                if self._name(dest, path) == name:
                    return self._tree(dest, path, () if menus else ("menu bar",))
            time.sleep(0.2)
        raise TimeoutError(f"no application {name!r} on the bus")

    def _name(self, dest, path):
        return self._asked([_asking_name(dest, path)])[0][0][1]

    def _tree(self, dest, path, closed):
        """Level by level: all questions of a level are asked before the first answer is read."""
        top = Node("", "", 0)
        level = [(top, dest, path)]
        while level:
            answers = iter(
                self._asked([
                    ask for _, d, p in level for ask in (
                        _message(d, p, _ACCESSIBLE, "GetRoleName"), _message(d, p, _ACCESSIBLE, "GetState"),
                        _message(d, p, _ACCESSIBLE, "GetChildren"), _asking_name(d, p),
                    )
                ])
            )  # fmt: skip
            below = []
            for above, _, _ in level:
                (role,), ((low, high),), (inside,), ((_, name),) = (next(answers) for _ in range(4))
                node = Node(role, name, low | high << 32)
                above.inside.append(node)
                if role not in closed and (role != "filler" or node.has(SHOWING)):  # else a panel of another stage
                    below += [(node, d, p) for d, p in inside if p != _NOTHING]
            level = below
        return top.inside[0]

    def _asked(self, messages, within=60.0):
        """The bodies of the answers to these messages."""
        return [body for part in _parts(messages, 64) for body in _exchanged(self._bus, part, within)]


def _parts(things, size):
    return [things[i : i + size] for i in range(0, len(things), size)]


def _exchanged(bus, messages, within):
    serials = []
    for message in messages:
        serials.append(next(bus.outgoing_serial))
        bus.send(message, serial=serials[-1])
    answers, end = {}, time.monotonic() + within
    while len(answers) < len(serials):
        got = bus.receive(timeout=max(end - time.monotonic(), 0.1))
        serial = got.header.fields.get(HeaderFields.reply_serial)
        if serial in serials:
            if got.header.message_type.name == "error":
                raise RuntimeError(f"{messages[serials.index(serial)].header}: {got.body}")
            answers[serial] = got.body
    return [answers[s] for s in serials]


def _message(dest, path, interface, method, signature=None, body=()):
    return new_method_call(DBusAddress(path, bus_name=dest, interface=interface), method, signature, body)


def _asking_name(dest, path):
    return _message(dest, path, "org.freedesktop.DBus.Properties", "Get", "ss", (_ACCESSIBLE, "Name"))
