-- what only some items have: lists, labels, links, files, the fields of their product's own
create table item_detail (
    item_key varchar(14) not null,
    field varchar(60) not null,
    text varchar(200000) not null,
    primary key (item_key, field)
);

alter table change_log alter column field set data type varchar(60);
alter table change_log alter column before_text set data type varchar(200000);
alter table change_log alter column after_text set data type varchar(200000);

-- fields and templates that a product has of its own
create table product_field (
    product varchar(5) not null references product (code),
    place integer not null,
    field_key varchar(40) not null,
    name varchar(60) not null,
    type varchar(20) not null,
    choices varchar(4000) not null,
    primary key (product, field_key)
);

create table product_template (
    product varchar(5) not null references product (code),
    place integer not null,
    template_key varchar(40) not null,
    name varchar(60) not null,
    level_key varchar(30) not null,
    kind varchar(30) not null,
    default_for varchar(40),
    title_prefix varchar(100) not null,
    presets varchar(200000) not null,
    children varchar(20000) not null,
    primary key (product, template_key)
);

-- contents of files, once each, whoever attached them
create table stored_file (
    id varchar(64) primary key,
    bytes bigint not null,
    media_type varchar(120) not null,
    brought_by varchar(60) not null,
    at_time timestamp(6) with time zone not null
);

-- what a person has set for themselves, such as the columns of a view
create table preference (
    person varchar(60) not null,
    name varchar(60) not null,
    text varchar(4000) not null,
    primary key (person, name)
);
