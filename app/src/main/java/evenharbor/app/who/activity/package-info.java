/** What happened, for people to read and for open pages to follow. Entry point: {@link evenharbor.app.who.activity.Activities}. */
package evenharbor.app.who.activity;
