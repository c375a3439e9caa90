/**
 * From the files of a version to the files that visitors get: same input, same bytes. Entry point: {@link evenharbor.core.what.build.Builder}.
 */
package evenharbor.core.what.build;
