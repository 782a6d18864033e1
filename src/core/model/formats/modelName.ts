/** Ends of names by which a model is known. */
export const MODEL_NAME = /\.(stl|3mf|obj)$/i;
