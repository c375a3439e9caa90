/** Builds of versions, remembered so that only what differs is made again. Entry point: {@link evenharbor.app.what.build.Builds}. */
package evenharbor.app.what.build;
