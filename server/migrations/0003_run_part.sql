-- Which sheet of a spreadsheet or file of an archive a run came from; null for a plain file.
alter table run add column part text;
