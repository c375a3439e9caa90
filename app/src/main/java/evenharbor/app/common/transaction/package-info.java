/**
 * One policy for deadlocks: whoever lost one begins anew. Entry point:
 * {@link evenharbor.app.common.transaction.Deadlocks}.
 */
package evenharbor.app.common.transaction;
