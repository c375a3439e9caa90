/** What visitors get of each site now, and the record of what they got. Entry point: {@link evenharbor.app.what.live.LiveStates}. */
package evenharbor.app.what.live;
