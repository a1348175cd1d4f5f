from hypothesis import settings

# how long an example takes depends on the machine; speed is measured in benchmarks/
settings.register_profile("studio", deadline=None)
settings.load_profile("studio")
