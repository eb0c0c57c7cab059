"""The command line over the core, and the front door's errands."""
