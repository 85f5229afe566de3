create table person (
    handle varchar(60) primary key,
    name varchar(120) not null,
    password_hash varchar(200) not null,
    role varchar(30) not null
);

create table api_token (
    token_hash varchar(64) primary key,
    person varchar(60) not null references person (handle),
    created_at timestamp(6) with time zone not null
);

create table product (
    code varchar(5) primary key,
    name varchar(120) not null,
    last_number integer not null
);

create table product_level (
    product varchar(5) not null references product (code),
    place integer not null,
    level_key varchar(30) not null,
    name varchar(60) not null,
    plural varchar(60) not null,
    measure varchar(10) not null,
    follows_children boolean not null,
    kinds varchar(400) not null,
    primary key (product, place)
);

create table product_state (
    product varchar(5) not null references product (code),
    level_key varchar(30) not null,
    place integer not null,
    state_key varchar(30) not null,
    name varchar(60) not null,
    category varchar(20) not null,
    primary key (product, level_key, place)
);

create table item (
    item_key varchar(14) primary key,
    level_key varchar(30) not null,
    kind varchar(30) not null,
    title varchar(500) not null,
    description varchar(100000) not null,
    state_key varchar(30) not null,
    parent_key varchar(14),
    rank_text varchar(400) not null,
    assignee varchar(60),
    size_points numeric(12, 3),
    first_estimate numeric(12, 3),
    business_value numeric(12, 3),
    hours_estimate numeric(12, 3),
    hours_invested numeric(12, 3),
    hours_remaining numeric(12, 3),
    start_day date,
    finish_day date,
    blocked varchar(500),
    created_at timestamp(6) with time zone not null,
    updated_at timestamp(6) with time zone not null,
    version bigint not null
);

create sequence operation_seq start with 1 increment by 50;

create table operation (
    id bigint primary key,
    at_time timestamp(6) with time zone not null,
    actor varchar(60) not null,
    what varchar(30) not null
);

create table change_log (
    operation_id bigint not null references operation (id),
    place integer not null,
    item_key varchar(14) not null,
    field varchar(30) not null,
    before_text varchar(100000),
    after_text varchar(100000),
    primary key (operation_id, place)
);

create index change_log_item on change_log (item_key, operation_id);
