-- What a container cost, in the currency's minor units; null where nobody entered it.
ALTER TABLE container ADD COLUMN price_minor bigint CHECK (price_minor >= 0);
