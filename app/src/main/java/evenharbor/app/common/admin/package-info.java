/**
 * Programs beside the harbor, for whoever operates it. Entry point: {@link evenharbor.app.common.admin.AdminProgram}.
 */
package evenharbor.app.common.admin;
