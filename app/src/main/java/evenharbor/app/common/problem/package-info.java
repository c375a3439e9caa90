/** Errors of the API: one problem type each, listed in one place (RFC 9457). Entry point: {@link evenharbor.app.common.problem.Problem}. */
package evenharbor.app.common.problem;
