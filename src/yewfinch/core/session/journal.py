"""What happened, kept in a file: the log, and the report on an unexpected error.

The log is called `yewfinch.log` and lies in the state folder; when it grows, older parts become `yewfinch.log.1` and so
on. It holds names of commands and edits and the words of errors, no photos and no marks; only its owner may read it. A
crash of the interpreter itself leaves its stack in `faults.txt` beside it.
"""

from __future__ import annotations

import faulthandler
import logging
import os
import platform
import time
import traceback
from collections import deque
from collections.abc import Mapping
from io import TextIOWrapper
from logging.handlers import RotatingFileHandler
from pathlib import Path
from types import TracebackType
from typing import cast

from yewfinch import __version__
from yewfinch.core.shared.folders import state_dir
from yewfinch.core.shared.phrases import in_a_row, phrase

#: Bytes of one part of the log, and older parts kept.
_PART, _PARTS = 400_000, 3
#: Actions kept for a report.
_ACTIONS = 20

_log = logging.getLogger("yewfinch")


def _owners_only(path: Path | str, mode: str) -> TextIOWrapper:
    """A text file that nobody else may read."""
    return cast(
        TextIOWrapper,
        open(path, mode, encoding="utf-8", errors="backslashreplace", opener=lambda p, flags: os.open(p, flags, 0o600)),
    )


class _OwnersOnly(RotatingFileHandler):
    """A log that nobody else may read, nor its older parts."""

    def _open(self) -> TextIOWrapper:
        return _owners_only(self.baseFilename, self.mode)


class Journal:
    """The log of this process.

    Parameters
    ----------
    folder : Path, optional
        Where it lies; the state folder by default. If nothing can be written there, it is kept in memory alone.
    """

    def __init__(self, folder: Path | None = None) -> None:
        self.file: Path | None = None
        self.facts: dict[str, str] = {
            "Yewfinch": __version__, "system": platform.platform(), "Python": platform.python_version(),
        }  # fmt: skip
        self._actions: deque[str] = deque(maxlen=_ACTIONS)
        self._handler: logging.Handler | None = None
        self._faults: TextIOWrapper | None = None
        try:
            place = folder or state_dir()
            file = place / "yewfinch.log"
            self._handler = _OwnersOnly(
                file, maxBytes=_PART, backupCount=_PARTS, encoding="utf-8", errors="backslashreplace"
            )
            self._faults = _owners_only(place / "faults.txt", "a")
        except OSError:
            return
        self.file = file
        self._handler.setFormatter(logging.Formatter("%(asctime)s %(levelname)s %(message)s"))
        _log.addHandler(self._handler)
        _log.setLevel(logging.INFO)
        faulthandler.enable(self._faults)
        _log.info("started: %s", self._said(self.facts))

    def know(self, what: str, value: str) -> None:
        """Keep a fact for reports, such as the OpenGL renderer."""
        self.facts[what] = value

    def act(self, words: str) -> None:
        """Remember what the user did."""
        self._actions.append(phrase("{0} {1}", time.strftime("%H:%M:%S"), words))

    def report(self, error: BaseException, trace: TracebackType | None = None) -> str:
        """What has to be known to find an unexpected error, for people to read, written to the log as well."""
        lines = traceback.format_exception(type(error), error, trace or error.__traceback__)
        text = in_a_row(
            "\n",
            [
                "Yewfinch met an unexpected error.",
                self._said(self.facts),
                "Last actions:",
                *(phrase("  {0}", a) for a in self._actions),
                "".join(lines).rstrip(),
            ],
        )
        _log.error("%s", text)
        return text

    def close(self) -> None:
        """Let go of the files."""
        if self._handler is not None:
            _log.removeHandler(self._handler)
            self._handler.close()
            self._handler = None
        if self._faults is not None:
            faulthandler.disable()
            self._faults.close()
            self._faults = None

    @staticmethod
    def _said(facts: Mapping[str, str]) -> str:
        return in_a_row(", ", (phrase("{0} {1}", k, v) for k, v in facts.items()))


def at_fault(journal: Journal, error: BaseException) -> str:
    """One sentence for the command line on an error of ours."""
    journal.report(error)
    journal.close()
    where = (
        phrase(" A report is in {0}.", journal.file)
        if journal.file is not None
        else f"\n{''.join(traceback.format_exception(error))}"
    )
    return phrase("This is an error in Yewfinch itself, not in what you asked for.{0}", where)
