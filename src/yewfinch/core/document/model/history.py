"""Undo and redo. Old strokes are packed with lz4 in the background, older ones lie on the disk; the newest stay raw."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from concurrent.futures import Future, ThreadPoolExecutor
from dataclasses import dataclass, replace

import lz4.frame
import numpy as np
from psygnal import Signal

from yewfinch.core.document.model.edits import Change, Edit, FieldChange, PieceChange, Told
from yewfinch.core.document.model.stowage import Stowage, Stowed
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.shared.phrases import phrase

#: Entries kept as they are, for an undo without unpacking.
RAW = 3
#: Bytes of history in memory to begin with, and entries that are kept whatever their size.
LIMIT, AT_LEAST = 256 << 20, 5
#: Bytes of packed strokes that stay in memory.
PACKED = 48 << 20


@dataclass(frozen=True)
class _Packed:
    """A RowsChange in lz4, in memory or on the disk."""

    blob: bytes | Stowed
    template: RowsChange
    shapes: tuple[tuple[int, ...], tuple[int, ...]]

    @property
    def size(self) -> int:
        """Bytes in memory."""
        return len(self.blob) if isinstance(self.blob, bytes) else 0


def _pack(change: Change) -> Change | _Packed:
    if not isinstance(change, RowsChange) or change.size < 4096:
        return change
    raw = b"".join(np.ascontiguousarray(a).tobytes() for a in (change.rows, change.before, change.after))
    empty = np.empty(0, change.before.dtype)
    template = replace(change, rows=np.empty(0, np.int32), before=empty, after=empty)
    return _Packed(lz4.frame.compress(raw), template, (change.rows.shape, change.before.shape))


def _unpack(change: Change | _Packed) -> Change:
    if not isinstance(change, _Packed):
        return change
    blob = change.blob if isinstance(change.blob, bytes) else change.blob.fetch()
    raw = lz4.frame.decompress(blob, return_bytearray=True)  # arrays on it can be written: kernels know no others
    rows_shape, shape = change.shapes
    dtype = change.template.before.dtype
    a = rows_shape[0] * 4
    b = a + int(np.prod(shape)) * dtype.itemsize
    return replace(
        change.template,
        rows=np.frombuffer(raw[:a], np.int32),
        before=np.frombuffer(raw[a:b], dtype).reshape(shape),
        after=np.frombuffer(raw[b:], dtype).reshape(shape),
    )


def _joined(first: Change, second: Change) -> Change:
    """One change that does both."""
    if isinstance(first, RowsChange) and isinstance(second, RowsChange):
        same = (first.piece, first.channel) == (second.piece, second.channel)
        if same and np.array_equal(first.rows, second.rows):
            return replace(first, after=second.after)
    if isinstance(first, FieldChange) and isinstance(second, FieldChange) and first.field == second.field:
        return replace(first, after=second.after)
    if isinstance(first, PieceChange) and isinstance(second, PieceChange) and _id_of(first) == _id_of(second):
        return replace(first, after=second.after)
    raise ValueError("only the same rows, pieces and fields can be amended")


def _shortened(changes: Sequence[Change]) -> tuple[Change, ...]:
    """Changes without what came and went between.

    Surfaces that a piece had meanwhile, what was done to these, and values of fields.
    """
    out = list(changes)
    swapped = {
        _id_of(c) for c in changes if isinstance(c, PieceChange) and c.before is not None and c.after is not None
    }
    for key in swapped:
        swaps = [(i, c) for i, c in enumerate(out) if isinstance(c, PieceChange) and _id_of(c) == key]
        (first, begun), (last, ended) = swaps[0], swaps[-1]
        between = [
            c
            for i, c in enumerate(out)
            if first < i < last and not (isinstance(c, RowsChange) and c.piece == key) and (i, c) not in swaps
        ]
        if first == last or begun.before is None or ended.after is None:
            continue
        meanwhile = [c.after.surface for _, c in swaps[:-1] if c.after is not None]
        if len(meanwhile) == len(swaps) - 1 and not any(
            s is begun.before.surface or s is ended.after.surface for s in meanwhile
        ):
            out = [*out[:first], PieceChange(begun.before, ended.after), *between, *out[last + 1 :]]
    for name in {c.field for c in changes if isinstance(c, FieldChange)}:
        same = [(i, c) for i, c in enumerate(out) if isinstance(c, FieldChange) and c.field == name]
        (first, begun_field), (_, ended_field) = same[0], same[-1]
        gone = {i for i, _ in same}
        out = [
            replace(begun_field, after=ended_field.after) if i == first else c
            for i, c in enumerate(out)
            if i == first or i not in gone
        ]
    return tuple(out)


def _id_of(change: PieceChange) -> str:
    piece = change.after or change.before
    return "" if piece is None else piece.id


class _Entry:
    """One step, raw or packed."""

    def __init__(self, edit: Edit) -> None:
        self.name, self.told = edit.name, edit.told
        self.changes: tuple[Change | _Packed, ...] = edit.changes
        self.packing: Future[tuple[Change | _Packed, ...]] | None = None

    @property
    def size(self) -> int:
        return sum(c.size for c in self.changes)

    @property
    def packed(self) -> int:
        """Bytes of packed strokes in memory."""
        return sum(c.size for c in self.changes if isinstance(c, _Packed))

    def stow(self, disk: Stowage) -> bool:
        """Put packed strokes on the disk; False if it takes no more."""
        out: list[Change | _Packed] = []
        for c in self.changes:
            if isinstance(c, _Packed) and isinstance(c.blob, bytes):
                stowed = disk.put(c.blob)
                if stowed is None:
                    return False
                out.append(replace(c, blob=stowed))
            else:
                out.append(c)
        self.changes = tuple(out)
        return True

    def edit(self) -> Edit:
        self.settle()
        return Edit(self.name, tuple(_unpack(c) for c in self.changes), self.told)

    def settle(self) -> None:
        """Take over a finished packing."""
        if self.packing is not None:
            self.changes = self.packing.result()
            self.packing = None


class History:
    """The list of edits and the place in it.

    Parameters
    ----------
    apply : callable (changes, forward)
        Carries changes out on the portrait in this order, or takes them back, all or none; it returns a callable that
        announces them.
    """

    changed = Signal()

    def __init__(self, apply: Callable[[Sequence[Change], bool], Callable[[], None]]) -> None:
        self._apply = apply
        self._entries: list[_Entry] = []
        self._at = 0
        self._pool: ThreadPoolExecutor | None = None
        self._serial = 0
        self._saved_serial = 0
        self._serials: list[int] = []
        self._disk = Stowage()
        #: Bytes in memory; beyond that the oldest entries go, but for the newest few.
        self.limit = LIMIT

    @property
    def names(self) -> list[str]:
        """Names of all entries, oldest first."""
        return [e.name for e in self._entries]

    @property
    def told(self) -> list[Told | None]:
        """What each entry did to the form, oldest first, if it gave pieces new faces."""
        return [e.told for e in self._entries]

    @property
    def newest_told(self) -> Told | None:
        """The same of the last entry in force."""
        return self._entries[self._at - 1].told if self._at else None

    @property
    def can_undo(self) -> bool:
        """Is there anything to take back?"""
        return self._at > 0

    @property
    def can_redo(self) -> bool:
        """Was anything taken back that can be done again?"""
        return self._at < len(self._entries)

    @property
    def newest(self) -> str:
        """Name of the last entry in force; empty if there is none."""
        return self._entries[self._at - 1].name if self._at else ""

    @property
    def in_force(self) -> list[bool]:
        """Whether each entry, oldest first, stands or was undone."""
        return [i < self._at for i in range(len(self._entries))]

    @property
    def position(self) -> int:
        """How many entries are in force."""
        return self._at

    @property
    def size(self) -> int:
        """Bytes held."""
        return sum(e.size for e in self._entries)

    @property
    def moment(self) -> int:
        """A number that no other state of this list has."""
        return self._state()

    def last(self) -> Edit | None:
        """The last edit in force, or None."""
        return self._entries[self._at - 1].edit() if self._at else None

    def recent(self, count: int) -> list[Edit]:
        """The last edits in force, the newest first; fewer if there are not so many."""
        return [self._entries[k].edit() for k in range(self._at - 1, max(self._at - 1 - count, -1), -1)]

    def push(self, edit: Edit) -> None:
        """Add an edit that has been carried out already; what was undone is forgotten."""
        del self._entries[self._at :]
        del self._serials[self._at :]
        self._entries.append(_Entry(edit))
        self._serial += 1
        self._serials.append(self._serial)
        self._at += 1
        self._tidy()
        self.changed.emit()

    def amendable(self, edit: Edit) -> tuple[Change, ...]:
        """The changes of the last entry and of an edit on top of it as one.

        Raises
        ------
        ValueError
            If there is no last entry, or it changed other things.
        """
        if self._at == 0:
            raise ValueError("there is no entry to amend")
        last = self._entries[self._at - 1].edit()
        if len(last.changes) != len(edit.changes):
            raise ValueError(phrase("'{0}' and '{1}' changed different things", edit.name, last.name))
        return tuple(_joined(a, b) for a, b in zip(last.changes, edit.changes, strict=True))

    def amend(self, edit: Edit) -> None:
        """Let `edit`, carried out already on top of the last entry, become one with it.

        Raises
        ------
        ValueError
            If there is no last entry, or it changed other things.
        """
        merged = self.amendable(edit)
        self._at -= 1
        self.push(replace(edit, changes=merged))

    def append(self, changes: Sequence[Change]) -> None:
        """Let changes, carried out already, become part of the last entry.

        Raises
        ------
        ValueError
            If there is no last entry.
        """
        last = self.last()
        if last is None:
            raise ValueError("there is no entry to append to")
        self._at -= 1
        self.push(replace(last, changes=(*last.changes, *changes)))

    def join(self, count: int) -> None:
        """Make one entry of the last ones in force, under the name of the newest."""
        count = min(count, self._at)
        if count < 2:
            return
        edits = [e.edit() for e in self._entries[self._at - count : self._at]]
        self._at -= count
        self.push(Edit(edits[-1].name, _shortened([c for e in edits for c in e.changes])))

    def drop(self, count: int) -> None:
        """Undo the last entries in force and forget them, and what was undone before."""
        if count < 1:
            return
        for _ in range(min(count, self._at)):
            self.undo()
        del self._entries[self._at :]
        del self._serials[self._at :]
        self.changed.emit()

    def undo(self) -> str | None:
        """Take the last edit back; return its name, or None if there is none."""
        if self._at == 0:
            return None
        edit = self._entries[self._at - 1].edit()
        self._go(edit.changes[::-1], -1)
        return edit.name

    def redo(self) -> str | None:
        """Do the next undone edit again; return its name, or None."""
        if self._at == len(self._entries):
            return None
        edit = self._entries[self._at].edit()
        self._go(edit.changes, 1)
        return edit.name

    def _go(self, changes: Sequence[Change], way: int) -> None:
        """One step on or back; if the changes cannot be done, nothing has moved."""
        tell = self._apply(changes, way > 0)
        self._at += way
        try:
            tell()
        finally:
            self.changed.emit()

    def go_to(self, position: int) -> None:
        """Undo or redo until `position` entries are in force."""
        position = max(0, min(position, len(self._entries)))
        while self._at > position:
            self.undo()
        while self._at < position:
            self.redo()

    def _state(self) -> int:
        return self._serials[self._at - 1] if self._at else 0

    def mark_saved(self, moment: int | None = None) -> None:
        """The present state is on disk, or that of an earlier moment."""
        self._saved_serial = self._state() if moment is None else moment
        self.changed.emit()

    def mark_unsaved(self) -> None:
        """No state of this list is on disk, not even the first: it was recovered."""
        self._saved_serial = -1
        self.changed.emit()

    @property
    def unsaved(self) -> bool:
        """Does the present state differ from the one on disk?"""
        return self._state() != self._saved_serial

    def clear(self) -> None:
        """Forget everything; the present state counts as saved."""
        self._entries.clear()
        self._serials.clear()
        self._at = 0
        self._saved_serial = 0
        self.changed.emit()

    def _tidy(self) -> None:
        index = len(self._entries) - 1 - RAW
        if index >= 0:
            entry = self._entries[index]
            if entry.packing is None and any(isinstance(c, RowsChange) and c.size >= 4096 for c in entry.changes):
                if self._pool is None:
                    self._pool = ThreadPoolExecutor(1, thread_name_prefix="history")
                changes = entry.changes
                entry.packing = self._pool.submit(
                    lambda: tuple(c if isinstance(c, _Packed) else _pack(c) for c in changes)
                )
        for old in self._entries[: max(0, index - 1)]:
            if old.packing is not None and old.packing.done():
                old.settle()
        packed = [e for e in self._entries[: max(0, index)] if e.packing is None and e.packed]
        held = sum(e.packed for e in packed)
        for old in packed:
            if held <= PACKED:
                break
            held -= old.packed
            if not old.stow(self._disk):
                break
        while self.size > self.limit and len(self._entries) > AT_LEAST:
            del self._entries[0]
            del self._serials[0]
            self._at -= 1

    def close(self) -> None:
        """Stop the packing thread."""
        if self._pool is not None:
            self._pool.shutdown(wait=True)
            self._pool = None
        self._disk.close()
