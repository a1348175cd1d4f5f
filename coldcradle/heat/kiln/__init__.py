"""The kiln, its log, what a log says of it, and its controller."""
