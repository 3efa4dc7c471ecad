"""A new portrait: the base head with its eyeballs and landmarks, generated once and cached."""

from __future__ import annotations

import hashlib
import io
from pathlib import Path

import numpy as np

from yewfinch.core.anatomy import base_head, eyeball, field_shapes, head_field, head_grid
from yewfinch.core.anatomy.curves import lines_on
from yewfinch.core.document.piece import Piece
from yewfinch.core.document.portrait import Portrait
from yewfinch.core.document.settings import cache_dir
from yewfinch.core.formats.exchange import write_atomic
from yewfinch.core.reshape import _quad_net_kernels, quad_net
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.progress import Progress, silent

_MADE_BY = (base_head, eyeball, field_shapes, head_field, head_grid, quad_net, _quad_net_kernels)


def new_portrait(progress: Progress = silent) -> Portrait:
    """A portrait with the base head."""
    return portrait_of(plain_head(progress))


def portrait_of(made: base_head.BaseHead) -> Portrait:
    """A portrait of three pieces."""
    portrait = Portrait()
    for key, name in (
        (base_head.HEAD, "Head"),
        (base_head.LEFT_EYE, "Left eyeball"),
        (base_head.RIGHT_EYE, "Right eyeball"),
    ):
        portrait.pieces[key] = Piece(key, name, made.surface(key))
    portrait.anchors = dict(made.anchors)
    portrait.lines = lines_on(base_head.HEAD, made.head, portrait.landmarks())
    return portrait


def plain_head(progress: Progress = silent) -> base_head.BaseHead:
    """The base head, from the cache if its generator has not changed since."""
    file = cache_dir() / f"base-head-{_fingerprint()}.npz"
    try:
        with np.load(file, allow_pickle=False) as held:
            return base_head.assemble(held["positions"], held["faces"], held["mirror"])
    except (OSError, ValueError, KeyError, EOFError):
        pass
    positions, faces, mirror = base_head.head_surface(progress=progress)
    out = io.BytesIO()
    np.savez(out, positions=positions, faces=faces, mirror=mirror)
    try:
        write_atomic(file, out.getvalue())
    except BadFileError:
        pass  # no cache: the next start makes it again
    return base_head.assemble(positions, faces, mirror)


def _fingerprint() -> str:
    digest = hashlib.sha256()
    for module in _MADE_BY:
        assert module.__file__ is not None
        digest.update(Path(module.__file__).read_bytes())
    return digest.hexdigest()[:16]
