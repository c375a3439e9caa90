/** What visitors get: publishing, unpublishing, putting live, restoring. Entry point: {@link evenharbor.app.publish.Publishing}. */
package evenharbor.app.publish;
