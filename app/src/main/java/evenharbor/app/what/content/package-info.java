/** Contents and manifests: where bytes are kept. Entry point: {@link evenharbor.app.what.content.Manifests}. */
package evenharbor.app.what.content;
