-- The words of documents and of limit rows, for the look-up. Projections: made from the ledger, and made again at any time.
CREATE VIRTUAL TABLE document_text USING fts5(id UNINDEXED, words, prefix='1 2 3');
--> statement-breakpoint
CREATE VIRTUAL TABLE limit_row_text USING fts5(words, prefix='1 2 3');
