/**
 * Counts the statements that a request sends to the database, and tells them in its answer. Entry point: {@link
 * evenharbor.app.common.statement.Statements}.
 */
package evenharbor.app.common.statement;
