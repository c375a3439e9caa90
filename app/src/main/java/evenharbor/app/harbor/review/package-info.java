/** Reviews before publishing: asked for, commented, agreed to or sent back. Entry point: {@link evenharbor.app.harbor.review.Reviews}. */
package evenharbor.app.harbor.review;
