-- Whoever signs in reads the screens in their own language.
ALTER TABLE person ADD COLUMN language text NOT NULL DEFAULT 'en' CHECK (language IN ('en', 'es'));
