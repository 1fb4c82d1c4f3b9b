@echo off
rem Starts Wistaxis: finds a Java of 25 or newer, builds what is missing, opens the window or runs a command.
rem Without delayed expansion, so that a "!" in a path or an argument stays what it is.
setlocal disabledelayedexpansion
set "here=%~dp0"
if not "%here%"=="%here:;=%" (
  echo wistaxis: its folder [%here%] has a semicolon in its path, which Java takes for the end of a path. Move it to one without. 1>&2
  exit /b 2
)
rem What others set for every Java is theirs, and would speak in between; for this one there is WISTAXIS_JVM.
set "JAVA_TOOL_OPTIONS="
set "JDK_JAVA_OPTIONS="
set "_JAVA_OPTIONS="
set "CLASSPATH="
set "java="
if defined WISTAXIS_JAVA call :try "%WISTAXIS_JAVA%"
if defined JAVA_HOME call :try "%JAVA_HOME%\bin\java.exe"
for /f "delims=" %%J in ('where java 2^>nul') do call :try "%%J"
for /d %%D in ("%ProgramFiles%\Java\*" "%ProgramFiles%\Eclipse Adoptium\*") do call :try "%%D\bin\java.exe"
if defined USERPROFILE for /d %%D in ("%USERPROFILE%\.jdks\*") do call :try "%%D\bin\java.exe"
if not defined java (
  echo wistaxis: no Java 25 or newer was found. Looked at WISTAXIS_JAVA, JAVA_HOME, the PATH, Program Files and .jdks. 1>&2
  echo Install a JDK 25, or set WISTAXIS_JAVA to its bin\java.exe. 1>&2
  exit /b 2
)
if not exist "%here%desktop\target\.built" call :build || exit /b 2
set "what=%~1"
if /i "%~1"=="--language" set "what=%~3"
set "window="
if not defined what set "window=1"
for %%A in (demo practice --data --smoke) do if /i "%what%"=="%%A" set "window=1"
set "measure="
for %%A in (bench screenshots cues cues-window) do if /i "%~1"=="%%A" set "measure=1"
if defined what if "%what:~0,7%"=="--data=" set "window=1"
if defined window (
  "%java%" "--module-path=%here%desktop\target\openjfx" "@%here%desktop\window.options" %WISTAXIS_JVM% -cp "%here%desktop\target\wistaxis-desktop.jar;%here%desktop\target\lib\*" wistaxis.desktop.Main %*
) else if defined measure (
  "%java%" "--module-path=%here%desktop\target\openjfx" --add-modules=javafx.controls --enable-native-access=javafx.graphics,ALL-UNNAMED --sun-misc-unsafe-memory-access=allow -XX:+UseSerialGC %WISTAXIS_JVM% -cp "%here%measure\target\wistaxis-measure.jar;%here%measure\target\lib\*" wistaxis.measure.Main %*
) else (
  "%java%" "@%here%cli\command.options" %WISTAXIS_JVM% -cp "%here%cli\target\wistaxis-cli.jar;%here%cli\target\lib\*" wistaxis.cli.Main %*
)
exit /b %errorlevel%

:build
where mvn >nul 2>nul || (echo wistaxis: Maven ^(mvn^) is needed to build, and is not on the PATH. 1>&2 & exit /b 2)
echo wistaxis: building, this takes a minute the first time... 1>&2
pushd "%here%"
call mvn -ntp -q -B -pl measure -am -Dmaven.test.skip=true package 1>&2
set "built=%errorlevel%"
popd
if not "%built%"=="0" (echo wistaxis: the build failed, see above. 1>&2 & exit /b 2)
type nul > "%here%desktop\target\.built"
exit /b 0

:try
if defined java exit /b 0
if not exist "%~1" exit /b 0
set "found=0"
for /f tokens^=2^ delims^=^"^. %%V in ('""%~1" -version 2^>^&1 ^| findstr /i version"') do set "found=%%V"
if %found% GEQ 25 set "java=%~1"
exit /b 0
