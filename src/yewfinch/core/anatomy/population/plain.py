"""The plain head and the plain bodies that all figures are bent from, generated once and cached."""

from __future__ import annotations

from yewfinch.core.anatomy.body import (
    arm_forms,
    body_cage,
    body_dials,
    body_form,
    body_model,
    body_plan,
    foot_cage,
    hand_cage,
    hand_forms,
    leg_forms,
    nails,
    sleeves,
    torso_forms,
)
from yewfinch.core.anatomy.body.first_cast import first_arm, first_foot, first_hand, first_leg, first_torso
from yewfinch.core.anatomy.head import (
    base_head,
    cage,
    chart,
    ear,
    head_cage,
    head_field,
    head_form,
    head_model,
    lids,
    lips,
    nostrils,
)
from yewfinch.core.mesh.levels import subdivision
from yewfinch.core.mesh.query import crossings
from yewfinch.core.reshape import _forms_kernels, field_shapes, forms
from yewfinch.core.shared.cache import cached, fingerprint
from yewfinch.core.shared.folders import cache_dir
from yewfinch.core.shared.progress import Progress, silent

_MADE_BY = (
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
    subdivision,
    crossings,
)
_BODY_BY = (
    _forms_kernels,
    arm_forms,
    body_cage,
    body_dials,
    body_form,
    body_model,
    body_plan,
    cage,
    crossings,
    field_shapes,
    first_arm,
    first_foot,
    first_hand,
    first_leg,
    first_torso,
    foot_cage,
    forms,
    hand_cage,
    hand_forms,
    head_cage,
    head_form,
    leg_forms,
    nails,
    sleeves,
    subdivision,
    torso_forms,
)


def digest() -> str:
    """Changes when the plain head's generator does."""
    return fingerprint(_MADE_BY)


def plain_head(progress: Progress = silent) -> base_head.BaseHead:
    """The plain head as surfaces at its formed level."""
    return base_head.assemble(plain_model(progress))


def plain_model(progress: Progress = silent) -> head_model.HeadModel:
    """The plain head's data, from the cache if its generator has not changed since."""
    made_by = digest()
    key = f"{cache_dir()}/{made_by}"
    if key not in _HELD:
        arrays = cached("base-head", made_by, lambda: head_model.arrays_of(head_model.make_model(progress)))
        _HELD.clear()
        _HELD[key] = head_model.from_arrays(arrays)
    return _HELD[key]


def plain_bodies(progress: Progress = silent, cast: int = 2) -> body_model.BodyModel:
    """The bodies of woman, man and child, from the cache if their generator has not changed since.

    Made anew it takes most of a minute; `progress` may cancel it.
    """
    made_by = fingerprint(_BODY_BY)
    name = "base-body" if cast != 1 else "base-body-first"  # those of the second cast are the third one's, too
    key = f"{cache_dir()}/{made_by}/{name}"
    if key not in _BODIES:
        arrays = cached(name, made_by, lambda: body_model.arrays_of(body_model.make_body(progress, cast=cast)))
        for old in [k for k in _BODIES if not k.startswith(f"{cache_dir()}/{made_by}/")]:
            del _BODIES[old]
        _BODIES[key] = body_model.from_arrays(arrays)
    return _BODIES[key]


#: The models in use, by their place and digest.
_HELD: dict[str, head_model.HeadModel] = {}
_BODIES: dict[str, body_model.BodyModel] = {}
