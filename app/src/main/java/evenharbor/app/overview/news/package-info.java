/** Tells people of what happened by itself: reads the record of what happened, and makes notices of it. */
package evenharbor.app.overview.news;
