"""How long one change of the base head or figure takes, beside setting all rows of its surface bare."""

from __future__ import annotations

import time

import numpy as np

from yewfinch.core.anatomy.figure.person import EXTENTS, HEAD_ONLY, Figure, Person
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.figure.shaping import figures


def main(rounds: int = 15) -> None:
    """A head alone, and a full figure."""
    for crop in (HEAD_ONLY, "full"):
        _one(crop, rounds)


def _one(crop: str, rounds: int) -> None:
    """Print a row for drafts and one for finished forms."""
    maker, portrait = figures(), new_portrait(Figure(Person(), crop=crop))
    surface = portrait.surface("head")
    rows = np.arange(len(surface), dtype=np.int32)
    bare = []
    for _ in range(rounds):
        start = time.perf_counter()
        surface.set_rows(rows, surface.positions + np.float32(0.0))
        bare.append(time.perf_counter() - start)
    print(
        f"\nbase {EXTENTS[crop].lower()}, {len(surface):,} vertices; all rows set bare {np.median(bare) * 1000:.0f} ms"
    )
    for draft in (True, False):
        taken = []
        for i in range(rounds):
            person = Person(0.5, 30.0 + i).with_measure("head_length", 185.0 + i)
            start = time.perf_counter()
            portrait.perform(maker.steer(portrait, person, "x", draft=draft, from_draft=draft and i > 0))
            taken.append(time.perf_counter() - start)
        name = "draft while dragging" if draft else "finished"
        print(
            f"  {name:22s} {np.median(taken) * 1000:5.0f} ms, {np.median(taken) / np.median(bare):5.1f} times the "
            "bare rows"
        )
    portrait.history.close()


if __name__ == "__main__":
    main()
