/**
 * How this harbor is, for whoever operates it: what is wrong, since when, what to do. Entry point: {@link
 * evenharbor.app.overview.state.StateController}.
 */
package evenharbor.app.overview.state;
