/** Serves the interface and the description of the API; what several controllers hand out alike: tables as CSV, QR codes. */
package evenharbor.app.common.web;
