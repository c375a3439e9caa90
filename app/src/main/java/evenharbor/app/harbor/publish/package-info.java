/** What visitors get: publishing, unpublishing, putting live, restoring. Entry point: {@link evenharbor.app.harbor.publish.Publishing}. */
package evenharbor.app.harbor.publish;
