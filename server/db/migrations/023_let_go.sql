-- What the label printer put out is of use for some weeks.
GRANT DELETE ON printed_label TO kettle_app;
CREATE INDEX printed_label_at ON printed_label (printed_at);
