/** What renews and ends when, for people's own calendars. */
package evenharbor.app.overview.calendar;
