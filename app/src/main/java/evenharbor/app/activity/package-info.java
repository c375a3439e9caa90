/** What happened, for people to read and for open pages to follow. Entry point: {@link evenharbor.app.activity.Activities}. */
package evenharbor.app.activity;
