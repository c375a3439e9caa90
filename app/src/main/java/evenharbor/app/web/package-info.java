/** Serves the interface and its security headers. Entry point: {@link evenharbor.app.web.SecuritySetup}. */
package evenharbor.app.web;
