-- Links in mails that prove something once: that someone has a mailbox. browser: the one that asked.
create table mail_proof (
  hash char(64) primary key, kind varchar(12) not null, person_id char(12) not null references person (id),
  email varchar(254) not null, browser char(64) not null, expires_at datetime(6) not null,
  index mail_proof_end (expires_at)
);
-- The second factor: confirmed_at is null until a first code was typed. secret is sealed.
create table second_factor (
  person_id char(12) primary key references person (id), secret blob not null, confirmed_at datetime(6),
  last_step bigint not null
);
create table recovery_code (
  person_id char(12) not null references person (id), hash char(64) not null, used_at datetime(6),
  primary key (person_id, hash)
);
-- Passkeys (the table of Spring Security).
create table user_credentials (
  credential_id varchar(1000) character set ascii collate ascii_bin not null, user_entity_user_id varchar(100) not null,
  public_key blob not null, signature_count bigint, uv_initialized boolean, backup_eligible boolean not null,
  authenticator_transports varchar(1000), public_key_credential_type varchar(100), backup_state boolean not null,
  attestation_object blob, attestation_client_data_json blob, created datetime(6), last_used datetime(6),
  label varchar(1000) not null, primary key (credential_id), index user_credentials_user (user_entity_user_id)
);
