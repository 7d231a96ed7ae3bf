-- How many days a supplier takes from an order to the door; null where nobody said.
ALTER TABLE supplier ADD COLUMN lead_days integer CHECK (lead_days BETWEEN 0 AND 365);
