"""A small physics of its own, to judge plans by: it knows nothing of the core but the numbers of a glass."""
