"""The made-up studio Gannet Row, which is refitting the Skerry Point pilot station."""
