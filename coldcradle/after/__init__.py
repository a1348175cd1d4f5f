"""After: what came out beside what was predicted, why, and the one thing to change next time."""
