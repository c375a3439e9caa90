/**
 * Setting a new harbor up: asking what it must, trying each answer for real, and beginning. Entry point: {@link
 * evenharbor.app.overview.firstrun.FirstRunController}.
 */
package evenharbor.app.overview.firstrun;
