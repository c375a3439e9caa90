/** How long things are kept. Entry points: {@link evenharbor.core.when.retention.RetentionRule}, {@link evenharbor.core.when.retention.MarkedContents}. */
package evenharbor.core.when.retention;
