"""The front door's errands: a private database, the servers, the tests."""
