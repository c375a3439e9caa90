/** What a new harbor needs in the world before visitors reach it. Entry point: {@link evenharbor.core.overview.firstrun.NeededRecords}. */
package evenharbor.core.overview.firstrun;
