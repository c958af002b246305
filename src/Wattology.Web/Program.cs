using Wattology.Web.Cli;

return await Commands.Root().Parse(args).InvokeAsync();

/// <summary>The entry point, named so that tests can find the assembly.</summary>
public partial class Program;
