-- Pictures can be pages of a document, their points can have error bars, and all series can become one run.
update picture set sheet = '{"page": 1, "barsMean": "standard", "asOne": false}'::jsonb || sheet;
