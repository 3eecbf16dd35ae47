"""A simulated launch monitor: a stand-in for a device, in a process of its own."""
