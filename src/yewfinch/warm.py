"""Compile all kernels and make the base head, bodies and skull, once, on two processors, with visible progress."""

from __future__ import annotations

import gc
import importlib
import multiprocessing
import pkgutil
import sys
from collections.abc import Callable, Iterator
from multiprocessing.sharedctypes import Synchronized

import yewfinch.core
import yewfinch.render
from yewfinch.core.anatomy.figure.people import people
from yewfinch.core.anatomy.lore.sex_and_age import SEXES
from yewfinch.core.anatomy.population.plain import plain_bodies, plain_head
from yewfinch.core.document.figure.under_skin import plain_skull
from yewfinch.core.shared import warmup
from yewfinch.core.sitter.other_age import CHILDREN


def import_all() -> None:
    """Import every module that may have kernels, so that each has registered its warm-up call."""
    for package in (yewfinch.core, yewfinch.render):
        for module in pkgutil.walk_packages(package.__path__, f"{package.__name__}."):
            importlib.import_module(module.name)


def import_and_hasten() -> None:
    """The same for a process that compiles and does nothing else.

    Compiling makes small things by the million; to look for circles among them all the time takes a seventh of it.
    """
    import_all()
    gc.collect()
    gc.freeze()
    gc.set_threshold(100_000, 50, 100)


def numbers(counter: Synchronized[int]) -> Iterator[int]:
    """The next numbers of a count that two processes share."""
    while True:
        with counter.get_lock():
            mine = counter.value
            counter.value += 1
        yield mine


def compile_rest(counter: Synchronized[int]) -> None:
    """A second process's part of the kernels, whatever is next."""
    import_and_hasten()
    warmup.run(numbers=numbers(counter))


def make_bodies() -> None:
    """A second process's part of what is made."""
    import_and_hasten()
    plain_bodies()


def beside(own: Callable[[], object], other: Callable[..., None], *told: object) -> None:
    """Do a job here and another in a second process."""
    helper = multiprocessing.get_context("spawn").Process(target=other, args=told)
    helper.start()
    try:
        own()
    finally:
        helper.join()
    if helper.exitcode:
        raise SystemExit(helper.exitcode)


def main() -> None:
    """Show a line that counts up."""
    import_and_hasten()

    def show(fraction: float, text: str) -> None:
        sys.stderr.write(f"\r{fraction * 100:3.0f} %  {text:40s}")
        sys.stderr.flush()

    counter = multiprocessing.get_context("spawn").Value("i", 0)
    beside(lambda: warmup.run(lambda f, t: show(f * 0.6, t), numbers=numbers(counter)), compile_rest, counter)
    warmup.run()  # of what both compiled at once only one copy may be kept

    def head_and_skull() -> None:
        plain_head(lambda f, t: show(0.6 + 0.2 * f, t))
        plain_skull(lambda f, _: show(0.8 + 0.1 * f, "the skull"))

    beside(head_and_skull, make_bodies)
    for kind in SEXES:
        people(kind)
    for years in CHILDREN:
        people("any", "child", years)
    show(1.0, "ready")
    sys.stderr.write("\n")


if __name__ == "__main__":
    main()
