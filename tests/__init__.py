import os

from hypothesis import settings

# how long an example takes depends on the machine; speed is measured in benchmarks/
THOROUGH = os.environ.get("COLD_CRADLE_THOROUGH") == "1"
settings.register_profile("studio", deadline=None, max_examples=400 if THOROUGH else 30, derandomize=not THOROUGH)
settings.load_profile("studio")


def examples(many: int) -> int:
    """How many made-up cases a property is tried on: a part of `many` each time, several times as many in `./run fuzz
    properties`.
    """
    return many * 5 if THOROUGH else max(4, many // 3)
