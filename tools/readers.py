"""Spoilt files through the readers alone: quick, so that thousands can be tried."""

from __future__ import annotations

import re
from pathlib import Path

from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.formats import (
    container,
    marks,
    model_files,
    transfer,
)
from yewfinch.core.sculpt.stamps import stamp_from_picture
from yewfinch.core.session import autosave
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.folders import config_dir
from yewfinch.core.sitter.photo import Sitter, decode, photo_from

#: What no sentence may hold: names of types, numbers of errors, traces.
UGLY = re.compile(r"Errno|\w*(Error|Exception)\b|Traceback|<class|object at 0x|\bNone\b|dtype")


def written_again(portrait: Portrait, folder: Path) -> None:
    """Save, read and save once more.

    Raises
    ------
    AssertionError
        If the bytes are not the same.
    """
    first, second = folder / "1.yewfinch", folder / "2.yewfinch"
    container.save(portrait, first)
    once = container.load(first)
    container.save(once, second)
    twice = container.load(second)
    assert container.to_bytes(twice) == second.read_bytes(), "written again it differs"
    for p in (portrait, once, twice):
        p.history.close()


def read(kind: str, path: Path, sitter: Sitter) -> None:
    """Read a file of a kind of `KINDS_OF_FILE` and use what was read.

    Raises
    ------
    YewfinchError
        With a sentence, if it is refused.
    """
    data = path.read_bytes()
    match kind:
        case "portrait" | "recovery":
            written_again(container.load(path, lost=[] if kind == "recovery" else None), path.parent)
        case "jpeg" | "png" | "tiff" | "webp" | "sheet":
            photo, kept = photo_from(data, path.name)
            assert decode(kept, path.name).shape == (photo.height, photo.width, 3)
        case "stamp":
            assert stamp_from_picture(data, "stamp1", "x").grey.size
        case "marks.csv" | "marks.json":
            marks.read_marks(sitter, path)
        case "settings":
            (config_dir() / "settings.json").write_bytes(data)
            Settings.load().save()
            (config_dir() / "settings.json").unlink()
        case "note":
            (path.parent / "work.yewfinch").touch()
            (path.parent / "note.json").write_bytes(data)
            found = autosave._read(path.parent, -1)
            assert found is not None
            assert found.older in (True, False)
        case _:
            model = model_files.read_model(path)
            transfer.pieces_of(model, path.name, set(), model.likely())


def tried(kind: str, path: Path, sitter: Sitter) -> str | None:
    """Read a file: None if it is taken, else the sentence that refuses it.

    Raises
    ------
    AssertionError
        If that is no sentence.
    """
    try:
        read(kind, path, sitter)
    except YewfinchError as error:
        assert str(error).endswith((".", "!", "?")) and not UGLY.search(str(error)), f"no sentence: {error}"
        return str(error)
    return None
