"""The plain head that all base heads are bent from, generated once and cached."""

from __future__ import annotations

import hashlib
from pathlib import Path

import numpy as np

from yewfinch.core.anatomy import (
    base_head,
    cage,
    chart,
    ear,
    field_shapes,
    head_cage,
    head_field,
    head_form,
    head_model,
    lids,
    lips,
    nostrils,
)
from yewfinch.core.document.settings import cache_dir
from yewfinch.core.formats.exchange import write_atomic
from yewfinch.core.mesh import subdivision
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.progress import Progress, silent

_MADE_BY = (
    cage, chart, ear, field_shapes, head_cage, head_field, head_form, head_model, lids, lips, nostrils, subdivision,
)  # fmt: skip


def plain_head(progress: Progress = silent) -> base_head.BaseHead:
    """The plain head as surfaces at its formed level."""
    return base_head.assemble(plain_model(progress))


def plain_model(progress: Progress = silent) -> head_model.HeadModel:
    """The plain head's data, from the cache if its generator has not changed since."""
    file = cache_dir() / f"base-head-{_fingerprint()}.npz"
    if file not in _HELD:
        _HELD.clear()
        _HELD[file] = _read_or_make(file, progress)
    return _HELD[file]


#: The model in use, by its file.
_HELD: dict[Path, head_model.HeadModel] = {}


def _read_or_make(file: Path, progress: Progress) -> head_model.HeadModel:
    try:
        with np.load(file, allow_pickle=False) as held:
            return head_model.from_arrays(held)
    except (OSError, ValueError, KeyError, EOFError):
        pass
    model = head_model.make_model(progress)
    try:
        write_atomic(file, head_model.to_bytes(model))
    except BadFileError:
        pass  # no cache: the next start makes it again
    return model


def _fingerprint() -> str:
    digest = hashlib.sha256()
    for module in _MADE_BY:
        assert module.__file__ is not None
        digest.update(Path(module.__file__).read_bytes())
    return digest.hexdigest()[:16]
