-- The file says whose it is: "NAIL". An SQLite database of another program is never taken for one of this.

PRAGMA application_id = 1312901452;
