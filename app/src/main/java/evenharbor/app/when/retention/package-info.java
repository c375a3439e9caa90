/** How long things are kept, and the clean-up of what is not needed any more. Entry point: {@link evenharbor.app.when.retention.Retention}. */
package evenharbor.app.when.retention;
