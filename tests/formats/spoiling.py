"""Spoil files that were written."""

import io
import json
import zipfile

import numpy as np


def spoiled(path, member=None, array=None, manifest=None):
    with zipfile.ZipFile(path) as archive:
        files = {n: archive.read(n) for n in archive.namelist()}
    if member is not None and array is None:
        del files[member]
    elif member is not None:
        buffer = io.BytesIO()
        np.save(buffer, array)
        files[member] = buffer.getvalue()
    if manifest is not None:
        told = json.loads(files["portrait.json"])
        manifest(next(p for p in told["pieces"] if p["id"] == "clay")["levels"])
        files["portrait.json"] = json.dumps(told).encode()
    with zipfile.ZipFile(path, "w") as archive:
        for name, data in files.items():
            archive.writestr(name, data)
