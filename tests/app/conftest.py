"""For the window's tests."""

import sys

import pytest
from numba.core.registry import CPUDispatcher


@pytest.fixture(scope="package", autouse=True)
def _nothing_is_compiled_while_somebody_works():
    """All that the window calls was compiled at set-up: a compilation holds it for seconds."""
    before = _compiled()  # by the core's tests, if they ran in the same session
    yield
    late = _compiled() - before
    assert not late, "compiled in the window, not by `yewfinch.warm`:\n" + "\n".join(sorted(late))


def _compiled():
    """What was compiled in this process, instead of being read from the cache."""
    return {
        f"{name.removeprefix('yewfinch.')}.{key}: {signature}"
        for name, module in list(sys.modules.items())
        if name.startswith("yewfinch.") and module is not None
        for key, thing in vars(module).items()
        if isinstance(thing, CPUDispatcher) and thing.__module__ == name
        for signature in thing.stats.cache_misses
    }
