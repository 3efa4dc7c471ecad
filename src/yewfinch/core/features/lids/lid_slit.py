"""Whether lids on clay are skin with a slit between them, or lines on clay that covers the eye, as on scans."""

from __future__ import annotations

import numpy as np

from yewfinch.core.features.lids.lid_skin import Lines, net_among
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import IndexArray

#: Along skin with a slit the way from the middle of one margin to that of the other is longer than the straight one by
#: at least so much, as a part of half of the eye's opening from corner to corner. On base heads it was 0.4 and more of
#: that, on scans and fused heads, whose clay covers the eye, 0.14 at most (tried on a dozen each).
_ROUND = 0.26
#: What was found for the nets and margins looked at last.
_KNOWN: list[tuple[IndexArray, bytes, bool]] = []
_KEPT = 8


def has_slit(surface: Surface, lines: Lines) -> bool:
    """Whether one must go round a corner of the eye to get from margin to margin along the clay.

    Parameters
    ----------
    surface : Surface
    lines : Lines
        Margins of the lids of one eye.
    """
    key = np.concatenate([lines.upper_rows, lines.lower_rows]).tobytes()
    for faces, rows, found in _KNOWN:
        if faces is surface.faces and rows == key:
            return found
    found = _looked(surface, lines)
    _KNOWN[:] = [(surface.faces, key, found), *_KNOWN[: _KEPT - 1]]
    return found


def _looked(surface: Surface, lines: Lines) -> bool:
    from scipy.sparse import csr_array
    from scipy.sparse.csgraph import dijkstra

    corners = lines.upper[[0, -1]]
    wide = float(np.linalg.norm(corners[1] - corners[0]))
    near = np.sort(surface.rows_in_ball(corners.mean(axis=0), wide)).astype(np.int64)
    some = np.unique(np.concatenate([near, lines.upper_rows, lines.lower_rows]))
    number = np.full(len(surface), -1, np.int64)
    number[some] = np.arange(len(some))
    owner, other = net_among(surface, some)
    at = surface.positions[some].astype(np.float64)
    long = np.maximum(np.linalg.norm(at[owner] - at[other], axis=1), 1e-9)
    graph = csr_array((long, (owner, other)), shape=(len(some), len(some)))
    quarter = len(lines.upper_rows) // 4
    upper = number[lines.upper_rows[quarter : len(lines.upper_rows) - quarter]]
    lower = number[lines.lower_rows[quarter : len(lines.lower_rows) - quarter]]
    away = dijkstra(graph, indices=np.unique(upper), min_only=True)[np.unique(lower)]
    straight = np.linalg.norm(at[lower][:, None] - at[upper][None], axis=2).min()
    return bool(away.min() - straight > _ROUND * wide / 2.0)
