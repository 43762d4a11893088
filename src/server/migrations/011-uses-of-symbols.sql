-- Symbols are counted among what drawings use: what was counted before lacks them, and is counted anew at the next start.
DELETE FROM uses;
