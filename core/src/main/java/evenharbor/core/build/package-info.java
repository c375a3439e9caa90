/**
 * From the files of a version to the files that visitors get: same input, same bytes.\n * Entry point: {@link evenharbor.core.build.Builder}.
 */
package evenharbor.core.build;
