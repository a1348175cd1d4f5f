"""The second station: kinds of glass, their viscosity, and the charge that fills a cradle."""
