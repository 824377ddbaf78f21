-- What the shop as a whole remembers, such as whether its demo data were loaded to the end.
CREATE TABLE IF NOT EXISTS shop_setting (
  name  VARCHAR(40)  NOT NULL,
  value VARCHAR(200) NOT NULL,
  PRIMARY KEY (name)
);
