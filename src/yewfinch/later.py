"""Modules of compiled loops, and of panels, are run when something in them is first asked for, not when imported.

Modules of loops, and with them the compiler, take longer to import than all else that the first picture needs, and
the first picture needs no loop: see `core/shared/compiler.py`. Most panels are not seen in a day's work. Others import
these modules as they import any; `from ..._kernels import name` asks at once, and would give that away.
"""

from __future__ import annotations

import sys
from collections.abc import Sequence
from importlib.machinery import ModuleSpec, PathFinder
from threading import RLock
from types import ModuleType
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from importlib.abc import Loader  # which takes long to import

#: How the names of such modules end.
_ENDINGS = ("_kernels", "_panel")


class _Waiting(ModuleType):
    """A module that was imported and has not been run."""

    def __getattribute__(self, name: str) -> Any:
        """Run it first, unless only what Python says of every module was asked for."""
        own = object.__getattribute__
        if not (name.startswith("__") and name.endswith("__")):
            own(self, "__spec__").loader.run(self)
        return own(self, name)

    def __dir__(self) -> list[str]:
        """Its names, for which it has to be run."""
        object.__getattribute__(self, "__spec__").loader.run(self)
        return sorted(self.__dict__)


class _Later:
    """Leaves a module waiting; it is run once, by the first thread that needs it, while others wait."""

    def __init__(self, loader: Loader) -> None:
        self._loader = loader
        self._lock = RLock()
        self._begun = False

    def create_module(self, spec: ModuleSpec) -> ModuleType:
        """A module that waits."""
        return _Waiting(spec.name)

    def exec_module(self, module: ModuleType) -> None:
        """Nothing yet."""

    def run(self, module: ModuleType) -> None:
        """Run the module, if nobody has; within itself it is as far as it got."""
        with self._lock:
            if not self._begun:
                self._begun = True
                try:
                    self._loader.exec_module(module)
                except BaseException:
                    self._begun = False
                    raise
                module.__class__ = ModuleType

    def __getattr__(self, name: str) -> Any:
        """All else of the loader: its source, its file."""
        return getattr(self._loader, name)


class _Finder:
    """Finds such modules of this package before others do."""

    def find_spec(
        self, fullname: str, path: Sequence[str] | None, target: ModuleType | None = None
    ) -> ModuleSpec | None:
        """The usual place of such a module, with a loader that waits; None for all others."""
        if not (fullname.startswith("yewfinch.") and fullname.endswith(_ENDINGS)):
            return None
        spec = PathFinder.find_spec(fullname, path, target)
        if spec is not None and spec.loader is not None:
            spec.loader = _Later(spec.loader)  # type: ignore[assignment]  # a loader by what it can do
        return spec


def install() -> None:
    """From now on, let such modules wait; nothing if that is so already."""
    if not any(isinstance(f, _Finder) for f in sys.meta_path):
        sys.meta_path.insert(0, _Finder())
