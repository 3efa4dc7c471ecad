"""The plain head that all base heads are bent from, generated once and cached."""

from __future__ import annotations

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
from yewfinch.core.document.cache import cached, fingerprint
from yewfinch.core.document.settings import cache_dir
from yewfinch.core.mesh import crossings, subdivision
from yewfinch.core.shared.progress import Progress, silent

_MADE_BY = (
    cage, chart, ear, field_shapes, head_cage, head_field, head_form, head_model, lids, lips, nostrils, subdivision, crossings,
)  # fmt: skip


def stamp() -> str:
    """Changes when the plain head's generator does."""
    return fingerprint(_MADE_BY)


def plain_head(progress: Progress = silent) -> base_head.BaseHead:
    """The plain head as surfaces at its formed level."""
    return base_head.assemble(plain_model(progress))


def plain_model(progress: Progress = silent) -> head_model.HeadModel:
    """The plain head's data, from the cache if its generator has not changed since."""
    made_by = stamp()
    key = f"{cache_dir()}/{made_by}"
    if key not in _HELD:
        arrays = cached("base-head", made_by, lambda: head_model.arrays_of(head_model.make_model(progress)))
        _HELD.clear()
        _HELD[key] = head_model.from_arrays(arrays)
    return _HELD[key]


#: The model in use, by its place and stamp.
_HELD: dict[str, head_model.HeadModel] = {}
