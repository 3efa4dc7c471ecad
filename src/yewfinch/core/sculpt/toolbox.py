"""All tools. A tool is a file in `tools` with a declaration `TOOL`; nothing else needs a line for it."""

from __future__ import annotations

import importlib
import itertools
import pkgutil
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import Any

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.pick import Hit, pick
from yewfinch.core.mesh.surface.rows_change import Channel, RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt import tools as files
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import StrokeContext
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import IndexArray
from yewfinch.core.shared.phrases import phrase

_tools: dict[str, ToolSpec] = {}


def register(spec: ToolSpec) -> None:
    """Add a tool.

    Raises
    ------
    ValueError
        If its id or key is taken.
    """
    for other in _tools.values():
        if other.id == spec.id or (spec.key and other.key == spec.key):
            raise ValueError(phrase("tool {0!r} (key {1!r}) clashes with {2!r}", spec.id, spec.key, other.id))
    _tools[spec.id] = spec
    _in_order.cache_clear()


def forget(tool_id: str) -> None:
    """Take a tool out again.

    Raises
    ------
    KeyError
        If there is none of that id.
    """
    del _tools[tool_id]
    _in_order.cache_clear()


def tools() -> tuple[ToolSpec, ...]:
    """All tools in the order in which they are shown."""
    _find()
    return _in_order()


@cache
def _in_order() -> tuple[ToolSpec, ...]:
    return tuple(sorted(_tools.values(), key=lambda t: t.place))


def tool(tool_id: str) -> ToolSpec:
    """One tool by its id.

    Raises
    ------
    KeyError
        If there is none.
    """
    _find()
    return _tools[tool_id]


@cache
def _find() -> None:
    """Register what the files in `tools` declare."""
    for module in pkgutil.iter_modules(files.__path__, f"{files.__name__}."):
        register(importlib.import_module(module.name).TOOL)


@dataclass(frozen=True)
class _Scrap:
    """Clay that is worked on to compile what tools use."""

    id: str
    surface: Surface

    def pick(self, origin: npt.ArrayLike, direction: npt.ArrayLike) -> Hit | None:
        """The first place that a ray meets, as a piece says it."""
        return pick(self.surface, origin, direction)


class _NoBook:
    """A ground book that remembers nothing."""

    moment = 0

    def rows_written(self, piece: str, channel: Channel, leaves: IndexArray) -> None:
        """Tells nobody that rows were written."""

    def keep_stroke(self, name: str, change: RowsChange, more: Sequence[Any], *, going: bool = False) -> None:
        """Nothing is kept."""

    def take_back(self, change: RowsChange) -> None:
        """Nothing is undone."""


def _warm() -> None:
    grid = np.stack(np.meshgrid(np.arange(5.0), np.arange(5.0), indexing="ij"), -1).reshape(-1, 2)
    flat = np.concatenate([grid, np.zeros((25, 1))], axis=1)
    quads = [(i * 5 + j, i * 5 + j + 5, i * 5 + j + 6, i * 5 + j + 1) for i in range(4) for j in range(4)]
    scrap = _Scrap("warm", Surface(flat, quads))
    for spec, keep in itertools.product(tools(), (True, False)):
        settings = spec.settings.changed(size=3.0, stabiliser=0.0, connected=True, keep_volume=keep)
        ctx = StrokeContext(
            _NoBook(), scrap, settings, channel=spec.channel, reference=lambda rows: scrap.surface.positions[rows]
        )
        stroke = spec.make(ctx)
        next(stroke)
        down = np.array([0.0, 0.0, -1.0])
        stroke.send(PointerEvent("press", np.array([2.1, 2.2, 9.0]), down))
        stroke.send(PointerEvent("move", np.array([3.9, 2.2, 9.0]), down))
        try:
            stroke.send(PointerEvent("release", np.array([3.1, 2.2, 9.0]), down))
        except StopIteration:
            continue


warmup.register("tools", _warm)
