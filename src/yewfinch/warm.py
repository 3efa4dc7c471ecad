"""Compile all kernels and make the base head, bodies and skull, once, with visible progress."""

from __future__ import annotations

import importlib
import pkgutil
import sys

import yewfinch.core
import yewfinch.render
from yewfinch.core.anatomy.people import people
from yewfinch.core.anatomy.spread import KINDS
from yewfinch.core.document.plain import plain_bodies, plain_head
from yewfinch.core.document.under_skin import plain_skull
from yewfinch.core.shared import warmup


def import_all() -> None:
    """Import every module that may have kernels, so that each has registered its warm-up call."""
    for package in (yewfinch.core, yewfinch.render):
        for module in pkgutil.walk_packages(package.__path__, f"{package.__name__}."):
            importlib.import_module(module.name)


def main() -> None:
    """Show a line that counts up."""
    import_all()

    def show(fraction: float, text: str) -> None:
        sys.stderr.write(f"\r{fraction * 100:3.0f} %  {text:40s}")
        sys.stderr.flush()

    warmup.run(lambda f, t: show(f * 0.4, t))
    plain_head(lambda f, t: show(0.4 + 0.2 * f, t))
    plain_bodies(lambda f, t: show(0.6 + 0.36 * f, t))
    plain_skull(lambda f, _: show(0.96 + 0.04 * f, "the skull"))
    for kind in KINDS:
        people(kind)
    show(1.0, "ready")
    sys.stderr.write("\n")


if __name__ == "__main__":
    main()
