"""The library that collapses edges, in a process of its own: it keeps Python's lock for as long as it works.

A script, run by its path with a folder: what it reads and writes there is said in `reduce`. It imports nothing of ours.
"""

from __future__ import annotations

import sys
from pathlib import Path

import numpy as np
import pyfqmr


def main(folder: Path, count: int, haste: int) -> None:
    """Simplify the folder's `positions.npy` and `triangles.npy`; `at.npy` and `faces.npy` are what came out."""
    job = pyfqmr.Simplify()
    job.setMesh(np.load(folder / "positions.npy"), np.load(folder / "triangles.npy"))
    job.simplify_mesh(target_count=count, aggressiveness=haste, preserve_border=True, verbose=False)
    at, faces, _ = job.getMesh()
    np.save(folder / "at.npy", at)
    np.save(folder / "faces.npy", faces)


if __name__ == "__main__":
    main(Path(sys.argv[1]), int(sys.argv[2]), int(sys.argv[3]))
