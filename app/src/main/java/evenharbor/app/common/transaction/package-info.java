/**
 * One policy for deadlocks: whoever lost one begins anew; and times as the database keeps them. Entry point:
 * {@link evenharbor.app.common.transaction.Deadlocks}.
 */
package evenharbor.app.common.transaction;
