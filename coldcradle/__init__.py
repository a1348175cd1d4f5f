"""The core of Cold Cradle: pure, typed computation for kiln-formed glass, without rows, requests or clocks."""
