/** Serves the interface and the description of the API. */
package evenharbor.app.common.web;
