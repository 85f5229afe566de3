-- people: roles by product, invitations, what they call their tokens
alter table person add column gone_at timestamp(6) with time zone;
alter table person add column stamp integer default 0 not null;

create table product_role (
    person varchar(60) not null references person (handle),
    product varchar(5) not null references product (code),
    role varchar(30) not null,
    primary key (person, product)
);

alter table api_token add column name varchar(80) default 'Token' not null;
alter table api_token add column last_used_at timestamp(6) with time zone;

create table invitation (
    token_hash varchar(64) primary key,
    handle varchar(60) not null,
    name varchar(120) not null,
    role varchar(30) not null,
    made_by varchar(60) not null,
    created_at timestamp(6) with time zone not null,
    expires_at timestamp(6) with time zone not null,
    used_at timestamp(6) with time zone
);

-- teams, and what they plan into
create table team (
    team_key varchar(40) primary key,
    name varchar(120) not null
);

create table team_member (
    team varchar(40) not null references team (team_key),
    person varchar(60) not null references person (handle),
    primary key (team, person)
);

create table team_product (
    team varchar(40) not null references team (team_key),
    product varchar(5) not null references product (code),
    primary key (team, product)
);

create table team_state (
    team varchar(40) not null references team (team_key),
    level_key varchar(30) not null,
    place integer not null,
    state_key varchar(30) not null,
    name varchar(60) not null,
    category varchar(20) not null,
    primary key (team, level_key, place)
);

create table sprint (
    sprint_key varchar(60) primary key,
    team varchar(40) not null references team (team_key),
    name varchar(120) not null,
    start_day date not null,
    finish_day date not null,
    started_at timestamp(6) with time zone,
    closed_at timestamp(6) with time zone
);

create table product_release (
    release_key varchar(60) primary key,
    product varchar(5) not null references product (code),
    name varchar(120) not null,
    release_day date not null
);

alter table item add column team varchar(40);
alter table item add column sprint_key varchar(60);
alter table item add column release_key varchar(60);

-- operations that are taken back
alter table operation add column undoes bigint;
alter table operation add column undone_by bigint;
create index operation_actor on operation (actor, id);
alter table change_log add column followed boolean default false not null;

-- what people say to each other about items
create sequence item_comment_seq start with 1 increment by 50;

create table item_comment (
    id bigint primary key,
    item_key varchar(14) not null,
    author varchar(60) not null,
    at_time timestamp(6) with time zone not null,
    edited_at timestamp(6) with time zone,
    removed_at timestamp(6) with time zone,
    body varchar(20000) not null
);

create index item_comment_item on item_comment (item_key, id);

create sequence notice_seq start with 1 increment by 50;

create table notice (
    id bigint primary key,
    person varchar(60) not null,
    kind varchar(20) not null,
    item_key varchar(14) not null,
    actor varchar(60) not null,
    words varchar(500) not null,
    at_time timestamp(6) with time zone not null,
    read_at timestamp(6) with time zone
);

create index notice_person on notice (person, id);

create table watch (
    person varchar(60) not null,
    item_key varchar(14) not null,
    primary key (person, item_key)
);

-- how far work that follows the change log has come
create table log_follower (
    name varchar(30) primary key,
    operation_id bigint not null
);
