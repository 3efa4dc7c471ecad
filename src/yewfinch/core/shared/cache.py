"""Arrays that take long to compute and depend on nothing but our own code, kept on disk."""

from __future__ import annotations

import hashlib
import io
from collections.abc import Callable, Iterable, Mapping
from functools import cache
from pathlib import Path
from types import ModuleType

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.folders import cache_dir

Arrays = Mapping[str, npt.NDArray[np.generic]]


def fingerprint(modules: Iterable[ModuleType]) -> str:
    """Changes when the source of one of the modules does, with the next start."""
    return _fingerprint(tuple(modules))


@cache
def _fingerprint(modules: tuple[ModuleType, ...]) -> str:
    digest = hashlib.sha256()
    for module in modules:
        assert module.__file__ is not None
        digest.update(Path(module.__file__).read_bytes())
    return digest.hexdigest()[:16]


def cached(name: str, digest: str, make: Callable[[], Arrays]) -> Arrays:
    """Arrays from the cache, or made and put there.

    Parameters
    ----------
    name, digest : str
        Together the name of the file; a file of another digest is left alone.
    make : callable
        Computes the arrays; no objects.
    """
    file = cache_dir() / f"{name}-{digest}.npz"
    try:
        with np.load(file, allow_pickle=False) as held:
            return {k: held[k] for k in held.files}
    except (OSError, ValueError, KeyError, EOFError):
        pass
    arrays = make()
    out = io.BytesIO()
    np.savez(out, **arrays)  # type: ignore[arg-type]  # its stubs want one array for each key
    try:
        write_atomic(file, out.getvalue(), private=True)
    except BadFileError:
        pass  # no cache: the next start makes it again
    return arrays
