/** What puts all together: every site at a glance, checks of what visitors really get, the calendar. */
package evenharbor.app.overview;
