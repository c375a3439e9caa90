/** What all groups of rules use, and what is no rule of the job by itself. */
package evenharbor.core.common;
