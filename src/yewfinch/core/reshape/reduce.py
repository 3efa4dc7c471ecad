"""Fewer faces for the same form."""

from __future__ import annotations

import sys
import time
from pathlib import Path
from subprocess import DEVNULL, Popen
from tempfile import TemporaryDirectory

import numpy as np

from yewfinch.core.mesh.repair.mend import WELD, Mended, mended
from yewfinch.core.mesh.repair.symmetry import Plane, Side, is_symmetric, mirrored_half
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface, triangles_apart
from yewfinch.core.shared.arrays import DoubleArray, IndexArray
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent

#: Fewest faces of a surface.
FEWEST = 12
#: How fast the library lets its bound of the error grow: as slowly as gets to the count.
_HASTES = (4, 6, 8, 11)
#: Where so many of all vertices lie on rims, the triangles are loose: no edge could be collapsed.
_LOOSE = 0.5
#: The script that calls the library.
_PROCESS = Path(__file__).with_name("_simplify_process.py")


def reduced(surface: Surface, count: int, progress: Progress = silent) -> Surface:
    """The same form in fewer triangles; rims stay as they are.

    Parameters
    ----------
    surface : Surface
    count : int
        Triangles wanted.
    progress : Progress

    Returns
    -------
    Surface
        Of triangles, of plain clay.

    Raises
    ------
    YewfinchError
        If the count is absurd or not less than there are.

    Notes
    -----
    Edges are collapsed in the order of their quadric errors (Garland & Heckbert 1997, "Surface simplification
    using quadric error metrics"); the library that does it is pyfqmr. What is symmetric stays so: the library's left
    half
    is welded to its image.
    """
    surface = _joined(surface)
    triangles = triangles_apart(surface.faces)
    if not FEWEST <= count < len(triangles):
        raise YewfinchError(
            phrase(
                "{0} triangles make no sense here; {1} to {2} do.", grouped(count), FEWEST, grouped(len(triangles) - 1)
            )
        )
    progress(0.1, "collapsing edges")
    symmetric = is_symmetric(surface.positions)
    haste, wanted = 0, float(count)
    with TemporaryDirectory(prefix="yewfinch-") as name:
        folder = Path(name)
        np.save(folder / "positions.npy", surface.positions.astype(np.float64))
        np.save(folder / "triangles.npy", triangles.astype(np.int32))
        while True:
            at, faces = _simplified(folder, int(wanted), _HASTES[haste], progress)
            # an edge collapsed too many can leave three faces in one place
            whole = mended(at, faces[:, [0, 1, 2, 2]], weld=0.0, speck=0.0, longest=0)
            if symmetric:
                whole = _even(whole)
            if len(whole.faces) <= (1.004 if symmetric else 1.01) * count + 4 or wanted <= FEWEST:
                break
            if len(faces) <= 1.01 * wanted + 4:  # cutting it along the middle has made more
                wanted = max(0.998 * wanted * count / len(whole.faces), FEWEST)
            elif haste + 1 < len(_HASTES):
                haste += 1
            else:
                break
    progress(0.6, "looking it over")
    if whole.report.left_open and (surface.closed == 1).all():  # where three faces lay in one place, none may be left
        whole = mended(whole.positions, whole.faces, weld=0.0, speck=0.0, crossing=True)
    ordered, order = in_face_order(whole.positions.astype(np.float32), whole.faces)
    return Surface(whole.positions[order], ordered)


def _joined(surface: Surface) -> Surface:
    """Loose triangles with their corners brought together; a surface that hangs together stays as it is."""
    used = np.unique(surface.faces)
    if (surface.closed[used] == 0).mean() < _LOOSE:
        return surface
    made = mended(surface.positions, surface.faces, weld=WELD, speck=0.0, longest=0)
    return Surface(made.positions, made.faces)


def _simplified(folder: Path, count: int, haste: int, progress: Progress) -> tuple[DoubleArray, IndexArray]:
    """What the library makes of the arrays in the folder, in a process of its own.

    It keeps Python's lock, and the window would stand still.
    """
    words = folder / "said.txt"
    with words.open("wb") as said:
        job = Popen(
            [sys.executable, "-P", str(_PROCESS), str(folder), str(count), str(haste)],
            stdin=DEVNULL,
            stdout=said,
            stderr=said,
        )
    try:
        while job.poll() is None:
            progress(0.1, "collapsing edges")
            time.sleep(0.02)
    finally:
        if job.poll() is None:
            job.kill()
            job.wait()
    if job.returncode:
        last = words.read_text(errors="replace").strip().rpartition("\n")[2]
        raise YewfinchError(
            phrase(
                "The faces could not be made fewer ({0}); nothing was changed. Try Mend first.",
                last or phrase("ended with {0}", job.returncode),
            )
        )
    return np.load(folder / "at.npy"), np.load(folder / "faces.npy")


def _even(whole: Mended) -> Mended:
    """One of its halves and the image of that, in triangles.

    As it is, where both would tear: so coarse that hardly a face lies beside the middle.
    """
    sides: tuple[Side, Side] = ("left", "right")
    for side in sides:
        at, faces, _, _ = mirrored_half(whole.positions.astype(np.float64), whole.faces, Plane(), side)
        second = faces[faces[:, 2] != faces[:, 3]][:, [0, 2, 3]]
        three = np.concatenate([faces[:, :3], second])
        made = mended(at, three[:, [0, 1, 2, 2]], weld=0.0, speck=0.0, longest=0)
        if made.report.left_open <= whole.report.left_open:
            return made
    return whole
