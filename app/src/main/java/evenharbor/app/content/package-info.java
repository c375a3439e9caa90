/** Contents and manifests: where bytes are kept. Entry point: {@link evenharbor.app.content.Manifests}. */
package evenharbor.app.content;
